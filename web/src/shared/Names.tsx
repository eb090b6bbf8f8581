import { useState } from "react";
import { counted } from "./counted";

/** Names shown before the rest is asked for. */
const SHOWN = 12;

/** Names in a row; of many the first few, the rest on a press. total: of all, where not all of them are at hand. */
export function Names({ names, total = names.length }: { names: string[]; total?: number }) {
  const [all, setAll] = useState(false);
  const shown = all ? names : names.slice(0, SHOWN);
  const beyond = total - names.length;
  return (
    <span className="soft">
      {shown.join(", ")}
      {!all && names.length > SHOWN && (
        <>
          {" "}
          <button type="button" className="plain" onClick={() => setAll(true)}>
            and {total - SHOWN} more
          </button>
        </>
      )}
      {(all || names.length <= SHOWN) && beyond > 0 && ` and ${counted(beyond, "other")}`}
    </span>
  );
}
