import { Button } from "antd";
import type { Rule } from "../../api/types";
import type { AskedQuestion } from "../../question/useQuestion";
import { Dialog } from "../../shared/Dialog";
import { SentenceWords } from "./SentenceWords";
import { usePreview } from "./usePreview";

/** Two versions of one rule: what stands in the change set now, and what this person wrote. */
export type ConflictOf = { theirs: Rule; etag: string; mine: Rule };

type Props = {
  conflict: ConflictOf;
  question: AskedQuestion;
  busy: boolean;
  onTheirs: () => void;
  onMine: () => void;
  onLater: () => void;
};

/** Someone else changed the rule meanwhile: both versions, and the choice between them. */
export function Conflict({ conflict, question, busy, onTheirs, onMine, onLater }: Props) {
  const theirs = usePreview(conflict.theirs, question, "draft");
  const mine = usePreview(conflict.mine, question, "draft");
  return (
    <Dialog
      open
      title="Someone else changed this rule after you opened it"
      width={720}
      onCancel={onLater}
      footer={[
        <Button key="later" onClick={onLater}>
          Decide later
        </Button>,
        <Button key="theirs" onClick={onTheirs}>
          Use theirs
        </Button>,
        <Button key="mine" type="primary" loading={busy} onClick={onMine}>
          Use mine
        </Button>,
      ]}
    >
      <h3>Theirs, now in the change set: {conflict.theirs.title}</h3>
      <p>
        <SentenceWords segments={theirs.data?.sentence ?? []} />
      </p>
      <h3>Yours, not saved yet: {conflict.mine.title}</h3>
      <p>
        <SentenceWords segments={mine.data?.sentence ?? []} />
      </p>
    </Dialog>
  );
}
