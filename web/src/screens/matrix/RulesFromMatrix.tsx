import { App, Button, Checkbox } from "antd";
import { useEffect, useState } from "react";
import { api } from "../../api/client";
import type { Level, RulesOfMatrixAsked } from "../../api/types";
import { LEVEL_NAMES } from "../../ink/levels";
import { counted } from "../../shared/counted";
import { Dialog } from "../../shared/Dialog";
import { Loading } from "../../shared/Loading";
import { Names } from "../../shared/Names";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { ScrollBox } from "../../shared/ScrollBox";
import { Sentences } from "../../shared/Sentences";
import { SentenceWords } from "../rules/SentenceWords";

/** Cells that come out otherwise and are listed. */
const LISTED = 30;

type Props = { body: Omit<RulesOfMatrixAsked, "set_aside">; onClose: () => void; onKept: () => void };

/** The fewest rules that give what a spreadsheet says: told with the proof and what they do, then kept. */
export function RulesFromMatrix({ body, onClose, onKept }: Props) {
  const { message } = App.useApp();
  const [setAside, setSetAside] = useState(false);
  const telling = api.useMutation("post", "/api/matrix/rules/preview");
  const keeping = api.useMutation("post", "/api/matrix/rules", {
    onSuccess: ({ changes }) => {
      message.success(`${counted(changes, "edit")} saved to the change set`);
      onKept();
    },
  });
  const tell = (aside: boolean) => {
    setSetAside(aside);
    telling.mutate({ body: { ...body, set_aside: aside } });
  };
  // What it would do comes by itself.
  useEffect(() => telling.mutate({ body }), []); // eslint-disable-line react-hooks/exhaustive-deps
  const told = telling.data;
  const error: unknown = keeping.error ?? telling.error;
  return (
    <Dialog
      open
      title="Rules from a spreadsheet"
      width={760}
      style={{ top: 24 }}
      onCancel={onClose}
      footer={[
        <Button key="close" onClick={onClose}>
          Close
        </Button>,
        <Button
          key="keep"
          type="primary"
          disabled={!told || telling.isPending || told.rules.length + told.set_aside.length === 0}
          loading={keeping.isPending}
          onClick={() =>
            told && keeping.mutate({ body: { ...body, set_aside: setAside, revision: told.revision } })
          }
        >
          Save to change set
        </Button>,
      ]}
    >
      <div className="stack">
        <Checkbox checked={setAside} onChange={(event) => tell(event.target.checked)}>
          Switch off the rules that speak of these fields (guardrails stay)
        </Checkbox>
        {error ? <ProblemNotice error={error} title="Nothing was saved" /> : null}
        {telling.isPending && <Loading what="Finding the fewest rules and proving them" />}
        {told && (
          <ScrollBox label="Rules, proof and effect" height={440}>
            <div className="stack">
              <Proof told={told} />
              <section>
                <h3>
                  {told.rules.length === 0
                    ? "No rule is needed"
                    : `Adds ${counted(told.rules.length, "rule")}`}
                  {told.rules.length > 0 &&
                    (told.fewest ? "; no fewer do it without disagreeing" : "; fewer may do it")}
                </h3>
                <ol className="account-lines numbered">
                  {told.rules.map((segments, index) => (
                    <li key={index}>
                      <SentenceWords segments={segments} />
                    </li>
                  ))}
                </ol>
                {told.set_aside.length > 0 && (
                  <p>
                    Switches off {counted(told.set_aside.length, "rule")}: <Names names={told.set_aside} />
                  </p>
                )}
              </section>
              <section>
                <h3>Who this affects</h3>
                <Sentences sentences={told.sentences} className="account-lines" />
              </section>
            </div>
          </ScrollBox>
        )}
      </div>
    </Dialog>
  );
}

type Told = { cells: number; left: Left[] };
type Left = { field_name: string; audience_name: string; said: string; levels: string[] };

/** Whether every cell comes out as the spreadsheet says, for any record; else which do not. */
function Proof({ told: { cells, left } }: { told: Told }) {
  if (left.length === 0)
    return <p className="proof">Proved: all {counted(cells, "cell")} come out as the spreadsheet says.</p>;
  const words = (levels: string[]) => levels.map((level) => LEVEL_NAMES[level as Level]).join(" or ");
  return (
    <section aria-label="Cells that come out otherwise">
      <h3>
        {left.length} of {counted(cells, "cell")} come out otherwise, because other rules, baselines or
        formulas decide them
      </h3>
      <ul className="account-lines">
        {left.slice(0, LISTED).map((cell) => (
          <li key={`${cell.field_name} ${cell.audience_name}`}>
            {cell.field_name}, {cell.audience_name}: {words(cell.levels)} instead of {words([cell.said])}
          </li>
        ))}
        {left.length > LISTED && <li>and {left.length - LISTED} more</li>}
      </ul>
    </section>
  );
}
