import { useState } from "react";
import { api } from "../../api/client";
import type { ChangeSet } from "../../api/types";
import { counted } from "../../shared/counted";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { useAccount } from "../../shell/account";

/** What was removed and can be had again. */
export function TakenBack({ changeSet }: { changeSet: ChangeSet }) {
  const { may } = useAccount();
  const [open, setOpen] = useState(false);
  const again = api.useMutation("post", "/api/change-sets/{id}/have-again");
  const edits = changeSet.taken_back;
  if (edits.length === 0) return null;
  return (
    <section aria-label="Removed edits" style={{ margin: "10px 0" }}>
      <button type="button" className="plain" aria-expanded={open} onClick={() => setOpen(!open)}>
        {counted(edits.length, "edit")} removed
      </button>
      {again.error ? <ProblemNotice error={again.error} title="It can’t be restored" /> : null}
      {open && (
        <ul className="account-lines">
          {[...edits].reverse().map((edit) => (
            <li key={edit.id}>
              {edit.title} <span className="tag">{edit.verb}</span>{" "}
              <span className="soft">{edit.author}</span>{" "}
              {may("edit") && (
                <button
                  type="button"
                  className="plain"
                  onClick={() =>
                    again.mutate({ params: { path: { id: changeSet.id } }, body: { edits: [edit.id] } })
                  }
                >
                  Restore
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
