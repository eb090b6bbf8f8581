import { App, Button } from "antd";
import { useEffect, type ReactNode } from "react";
import { api } from "../../api/client";
import type { DirectoryEdit, NewSignIn } from "../../api/types";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { Sentences } from "../../shared/Sentences";
import { useStillHere } from "../../shared/useStillHere";
import { useBroughtToSight } from "../../shared/useBroughtToSight";

type Props = {
  title: string;
  edits: DirectoryEdit[];
  children: ReactNode;
  onClose: () => void;
  /** Called beside onClose once it is kept. */
  onKept?: (edits: DirectoryEdit[]) => void;
  /** Told only, and never kept: a "what if". */
  onlyTold?: boolean;
  /** A sign-in for one of the people, made in the same step; what is missing of it, in words, keeps it from being saved. */
  signIn?: NewSignIn | string;
};

/** Milliseconds without an edit before what the edits do is told. */
const CALM = 500;

/** People edited beside the list: what is edited, and what that does to whom; what was told can be saved. */
export function DirectoryEditing({ title, edits, children, onClose, onKept, onlyTold, signIn }: Props) {
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
  const panel = useBroughtToSight<HTMLElement>(title);
  const { mutate: tell } = telling;
  const { reset } = keeping;
  useEffect(() => {
    if (asked === "[]") return undefined;
    const timer = setTimeout(() => {
      reset();
      tell({ body: { edits: JSON.parse(asked) as DirectoryEdit[] } });
    }, CALM);
    return () => clearTimeout(timer);
  }, [asked, tell, reset]);
  const told =
    telling.data && JSON.stringify(telling.variables.body.edits) === asked ? telling.data : undefined;
  const keep = () => {
    if (!told || typeof signIn === "string") return;
    keeping.mutate({ body: { edits, version: told.version, ...(signIn ? { sign_in: signIn } : {}) } });
  };
  const error: unknown = edits.length > 0 ? (keeping.error ?? telling.error) : null;
  return (
    <aside className="side" aria-label={title} ref={panel}>
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
        {!onlyTold && (
          <div className="actions">
            <Button
              type="primary"
              loading={keeping.isPending}
              disabled={!told || typeof signIn === "string"}
              onClick={keep}
            >
              Save
            </Button>
            {told && typeof signIn === "string" && <span className="soft">{signIn}</span>}
            {edits.length > 0 && !told && !error && <span className="soft">calculating the effect …</span>}
          </div>
        )}
      </div>
    </aside>
  );
}
