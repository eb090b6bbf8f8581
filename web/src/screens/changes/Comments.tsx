import { Button, Input } from "antd";
import { useState } from "react";
import { api } from "../../api/client";
import { localMoment } from "../../shared/localMoment";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { useStillHere } from "../../shared/useStillHere";

type Props = {
  edit: number;
  /** Is something being said? */
  open: boolean;
  onClose: () => void;
};

/** What was said of one edit, and saying something. */
export function Comments({ edit, open, onClose }: Props) {
  const stillHere = useStillHere();
  const comments = api.useQuery("get", "/api/change-set/comments");
  const [words, setWords] = useState("");
  const say = api.useMutation("post", "/api/change-set/comments", {
    onSuccess: () => {
      setWords("");
      if (stillHere()) onClose();
    },
  });
  const own = (comments.data?.items ?? []).filter((each) => each.edit === edit);
  if (own.length === 0 && !open) return null;
  return (
    <div className="comments">
      {own.map((each) => (
        <p key={each.id}>
          <b>{each.author}</b> <span className="soft">{localMoment(each.at)}</span> {each.words}
        </p>
      ))}
      {open && (
        <span className="stack">
          <Input.TextArea
            aria-label="Comment"
            autoFocus
            value={words}
            maxLength={4000}
            autoSize={{ minRows: 2, maxRows: 8 }}
            onChange={(event) => setWords(event.target.value)}
          />
          {say.error ? <ProblemNotice error={say.error} /> : null}
          <span className="row-flex" style={{ gap: 10 }}>
            <Button
              size="small"
              type="primary"
              disabled={words.trim() === ""}
              loading={say.isPending}
              onClick={() => say.mutate({ body: { edit, words: words.trim() } })}
            >
              Add comment
            </Button>
            <button type="button" className="plain" onClick={onClose}>
              Cancel
            </button>
          </span>
        </span>
      )}
    </div>
  );
}
