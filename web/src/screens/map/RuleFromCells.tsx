import { Button, Select } from "antd";
import { useEffect, useMemo, useRef, useState } from "react";
import { useNavigate } from "react-router";
import type { AccessMap, RecordType } from "../../api/types";
import { MODES, useQuestionSearch } from "../../question/useQuestion";
import { useSubject } from "../../question/useSubject";
import { withPart } from "../../question/withPart";
import { freshKey, keepDraft } from "../rules/drafts";
import { cellsOf, rulesFromSelection, selected, type Selection } from "./selection";
import { inWords, useModesMet } from "./useModesMet";

type Props = { selection: Selection | null; type: RecordType; map: AccessMap };

/** Begins rules for the cells that are selected, and says in which modes they hold: where the fields are met now, or here alone. */
export function RuleFromCells({ selection, type, map }: Props) {
  const { question } = useSubject();
  const navigate = useNavigate();
  const search = useQuestionSearch();
  const [here, setHere] = useState(false);
  // Pressed before it is known where the fields are met: it is done as soon as it is.
  const pressed = useRef(false);
  const size = useMemo(() => cellsOf(selection).size, [selection]);
  const { fields, audiences } = useMemo(() => selected(selection, map), [selection, map]);
  const met = useModesMet(fields, audiences);
  const modes = useMemo(() => (here ? [question.mode] : met), [here, met, question.mode]);
  const rules = useMemo(
    () =>
      selection && modes
        ? rulesFromSelection(selection, type, map, modes, question.audiences.length === 0)
        : [],
    [selection, type, map, modes, question.audiences],
  );
  const make = () => {
    // Each a draft of its own, of which the first is opened.
    const drafts = rules.map((rule, place) => keepDraft({ rule, etag: null }, freshKey(place)));
    if (drafts[0]) void navigate({ pathname: "/rules", search: withPart(search, "rule", drafts[0]) });
  };
  useEffect(() => {
    if (!pressed.current || rules.length === 0) return;
    pressed.current = false;
    make();
  });
  return (
    <>
      {size > 0 && met && met.length > 1 && (
        <Select
          aria-label="Modes of the rule"
          value={here}
          onChange={setHere}
          popupMatchSelectWidth={false}
          options={[
            { value: false, label: inWords(met) },
            { value: true, label: `while ${MODES[question.mode]} only` },
          ]}
        />
      )}
      <Button
        type="primary"
        disabled={size === 0}
        onClick={() => (rules.length > 0 ? make() : (pressed.current = true))}
      >
        {size <= 1
          ? "Make a rule for this cell"
          : rules.length > 1
            ? `Make ${rules.length} rules for ${size} cells`
            : `Make a rule for ${size} cells`}
        {rules.length === 1 && rules[0]?.audience.everyone && ", for everyone"}
      </Button>
    </>
  );
}
