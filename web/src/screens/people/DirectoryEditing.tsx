import { App, Button } from "antd";
import type { ReactNode } from "react";
import { api } from "../../api/client";
import type { DirectoryEdit } from "../../api/types";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { Sentences } from "../../shared/Sentences";
import { useStillHere } from "../../shared/useStillHere";

type Props = {
  title: string;
  edits: DirectoryEdit[];
  children: ReactNode;
  onClose: () => void;
  /** Called beside onClose once it is kept. */
  onKept?: (edits: DirectoryEdit[]) => void;
  /** Told only, and never kept: a "what if". */
  onlyTold?: boolean;
};

/** People edited beside the list: what is edited, then what that does to whom, and then, on a second press, kept. */
export function DirectoryEditing({ title, edits, children, onClose, onKept, onlyTold }: Props) {
  const stillHere = useStillHere();
  const { message } = App.useApp();
  // What was told is about exactly these edits; when they move on, it is told anew.
  const asked = JSON.stringify(edits);
  const telling = api.useMutation("post", "/api/directory/edits/preview");
  const keeping = api.useMutation("post", "/api/directory/edits", {
    onSuccess: (_done, { body }) => {
      message.success("Saved and in effect");
      onKept?.(body.edits);
      if (stillHere()) onClose();
    },
  });
  const told =
    telling.data && JSON.stringify(telling.variables.body.edits) === asked ? telling.data : undefined;
  const error: unknown = keeping.error ?? telling.error;
  return (
    <aside className="side" aria-label={title}>
      <div className="editor stack">
        <div className="head">
          <h1>{title}</h1>
          <span className="push">
            <button type="button" className="plain" onClick={onClose}>
              Close
            </button>
          </span>
        </div>
        {children}
        {error ? <ProblemNotice error={error} title="Nothing was changed" /> : null}
        {told && (
          <section aria-label="Who this affects">
            <h3>Who this affects under the policy in force</h3>
            <Sentences sentences={told.sentences} />
          </section>
        )}
        <div className="actions">
          {told && !onlyTold ? (
            <Button
              type="primary"
              loading={keeping.isPending}
              onClick={() => keeping.mutate({ body: { edits, version: told.version } })}
            >
              Save
            </Button>
          ) : (
            <Button
              type="primary"
              loading={telling.isPending}
              disabled={edits.length === 0}
              onClick={() => {
                keeping.reset();
                telling.mutate({ body: { edits } });
              }}
            >
              Preview effect
            </Button>
          )}
        </div>
      </div>
    </aside>
  );
}
