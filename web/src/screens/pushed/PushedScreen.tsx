import { Button } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { useQuestionSearch } from "../../question/useQuestion";
import { useAccount } from "../../shell/account";
import { HeldBack } from "./HeldBack";
import { Providers } from "./Providers";
import { PushLog } from "./PushLog";

/** What identity providers push: what of it waits for a signature, what came in, and who may push. */
export default function PushedScreen() {
  const { may } = useAccount();
  const search = useQuestionSearch();
  const [providers, setProviders] = useState(false);
  return (
    <main className="page">
      <div className="sheet pushed">
        <div className="head">
          <h1>Pushed by identity providers</h1>
          <span className="push">
            <Link to={{ pathname: "/people", search }}>People</Link>
            {may("accounts") && <Button onClick={() => setProviders(true)}>Identity providers</Button>}
          </span>
        </div>
        <HeldBack />
        <PushLog onAdd={may("accounts") ? () => setProviders(true) : undefined} />
      </div>
      {providers && <Providers onClose={() => setProviders(false)} />}
    </main>
  );
}
