import { Button, Select } from "antd";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { useCatalogue, useDirectory, usePeople } from "../../api/queries";
import { useQuestionSearch } from "../../question/useQuestion";
import { useSubject } from "../../question/useSubject";
import { withPart } from "../../question/withPart";
import { Loading } from "../../shared/Loading";
import { useAccount } from "../../shell/account";
import { ReachedRules } from "../rules/ReachedRules";
import { Memberships } from "./Memberships";
import { OwnMap } from "./OwnMap";
import { PersonEditor } from "./PersonEditor";

/** One person: what they are in and through what, what they may see and edit, and the rules that reach them. */
export default function PersonScreen() {
  const { person = "" } = useParams();
  const { may } = useAccount();
  const { question, change, type } = useSubject();
  const search = useQuestionSearch();
  const navigate = useNavigate();
  const directory = useDirectory();
  const found = usePeople(person, "", 1, 50);
  const user = found.data?.items.find((each) => each.id === person);
  const types = useCatalogue(question.state).data?.record_types ?? [];
  const [editing, setEditing] = useState<"keep" | "what if" | null>(null);
  if (!found.data || !directory.data) return <Loading />;
  if (!user)
    return (
      <main className="page">
        <div className="empty">
          No one in the directory is called “{person}”.{" "}
          <Link to={{ pathname: "/people", search }}>All people</Link>
        </div>
      </main>
    );
  return (
    <main className="page">
      <div className={`split ${editing ? "" : "single"}`}>
        <div className="sheet" tabIndex={0} role="region" aria-label={`The page of ${user.name}`}>
          <div className="head">
            <h1>{user.name}</h1>
            <span className="tag">{user.id}</span>
            {user.email && <span className="soft">{user.email}</span>}
            <span className="push">
              <Link to={{ pathname: `/evidence/person/${encodeURIComponent(user.id)}`, search }}>
                Evidence
              </Link>
              <Link to={{ pathname: "/rehearsal", search: withPart(search, "as", user.id) }}>Rehearse</Link>
              <Button onClick={() => setEditing("what if")}>Try changes</Button>
              {may("import") && <Button onClick={() => setEditing("keep")}>Edit</Button>}
            </span>
          </div>
          <Memberships user={user} directory={directory.data} />
          <section aria-label="What they can see and edit">
            <div className="head">
              <h2>What they can see and edit</h2>
              <span className="push">
                <Select
                  aria-label="Record type"
                  value={question.type}
                  popupMatchSelectWidth={false}
                  options={types.map((each) => ({ value: each.id, label: each.name }))}
                  onChange={(next: string) => change({ type: next })}
                />
                <Select
                  aria-label="Business unit"
                  value={question.unit}
                  popupMatchSelectWidth={false}
                  options={directory.data.units.map((unit) => ({ value: unit.id, label: unit.name }))}
                  onChange={(next: string) => change({ unit: next })}
                />
              </span>
            </div>
            {type && <OwnMap user={user} type={type} question={question} />}
          </section>
          <section aria-label="Rules that apply">
            <h2>Rules that apply</h2>
            <ReachedRules
              reaching={`user:${user.id}`}
              state={question.state}
              chosen=""
              onChoose={(rule, of) =>
                void navigate({
                  pathname: "/rules",
                  search: withPart(withPart(search, "type", of), "rule", rule),
                })
              }
            />
          </section>
        </div>
        {editing && (
          <PersonEditor
            key={editing}
            user={user}
            directory={directory.data}
            onlyTold={editing === "what if"}
            onClose={() => setEditing(null)}
          />
        )}
      </div>
    </main>
  );
}
