import type { RecordType, RuleLine, RulePreview, Vocabulary } from "../../api/types";
import { Glyph } from "../../ink/Glyph";
import { subjectName, WHOLE } from "../../shared/subjects";
import { BecomesPick } from "./BecomesPick";
import { subjectOf, type Domain } from "./conditions/operands";
import { effectsFor, retargeted } from "./lineTargets";
import { TargetsEditor } from "./TargetsEditor";

type Props = {
  line: RuleLine;
  /** Its place among the lines, from 0. */
  place: number;
  several: boolean;
  /** Has the rule a condition? */
  conditional: boolean;
  type: RecordType;
  vocabulary: Vocabulary;
  domain: Domain;
  changed: RulePreview["changed"];
  onChange: (line: RuleLine) => void;
  onRemove: () => void;
};

/** One line of a rule, written as it reads: these fields become this, otherwise that. */
export function LineEditor(props: Props) {
  const { line, place, several, conditional, type, vocabulary, domain, changed, onChange, onRemove } = props;
  const first = line.fields?.[0];
  const subject = first === undefined ? undefined : subjectOf(`field:${first}`, domain);
  const fitting = { ...vocabulary, effects: effectsFor(line, vocabulary) };
  const named = (name: string) => (several ? `${name}, line ${place + 1}` : name);
  return (
    <div className="line-of-rule">
      <TargetsEditor
        className="whole"
        label={named("Fields")}
        targets={line}
        type={type}
        vocabulary={vocabulary}
        onChange={(targets) => onChange(retargeted(line, targets, vocabulary))}
      />
      <span className="word-before">become</span>
      <BecomesPick
        label={named("Become")}
        placeholder={
          line.actions ? "allowed or denied" : line.record ? "locked" : "hidden, locked, required …"
        }
        effects={line.effects}
        vocabulary={fitting}
        domain={domain}
        subject={subject}
        onChange={(effects) => onChange({ ...line, effects })}
      />
      {conditional && (
        <>
          <span className="word-before">otherwise</span>
          <BecomesPick
            label={named("Otherwise")}
            placeholder="no effect"
            effects={line.otherwise ?? []}
            vocabulary={fitting}
            domain={domain}
            subject={subject}
            onChange={(otherwise) => {
              const { otherwise: _before, ...rest } = line;
              onChange(otherwise.length > 0 ? { ...rest, otherwise } : rest);
            }}
          />
        </>
      )}
      {conditional && (
        <button
          type="button"
          className="plain"
          aria-label={named("Swap become and otherwise")}
          onClick={() => onChange(turnedRound(line))}
        >
          swap “become” and “otherwise”
        </button>
      )}
      <BeforeAndAfter line={line} type={type} changed={changed} />
      {several && (
        <button type="button" className="plain" aria-label={`Remove line ${place + 1}`} onClick={onRemove}>
          remove
        </button>
      )}
    </div>
  );
}

/** The line with what holds while the condition is true and what holds otherwise changed round. */
function turnedRound({ effects, otherwise, ...rest }: RuleLine): RuleLine {
  return { ...rest, effects: otherwise ?? [], ...(effects.length > 0 ? { otherwise: effects } : {}) };
}

/** How the fields of the line stand on the map that is looked at, before and after. */
function BeforeAndAfter({ line, type, changed }: Pick<Props, "line" | "type" | "changed">) {
  const fields = [
    ...type.fields.filter(
      (field) => line.fields?.includes(field.id) || line.sections?.includes(field.section),
    ),
    ...[...(line.actions ?? []).map((key) => `action/${key}`), ...(line.record ? [WHOLE] : [])].map((id) => ({
      id,
      name: subjectName(id, type),
    })),
  ];
  const shown = fields.flatMap((field) => {
    const cells = changed.filter((cell) => cell.field === field.id);
    const pairs = new Map(cells.map((cell) => [`${cell.before} ${cell.after}`, cell]));
    return [...pairs.values()].slice(0, PAIRS).map((cell) => ({ field, cell }));
  });
  if (shown.length === 0) return null;
  return (
    <ul className="before-after" aria-label="Before and after on the map">
      {shown.slice(0, SHOWN).map(({ field, cell }) => (
        <li key={`${field.id} ${cell.before} ${cell.after}`}>
          {field.name} <Glyph cell={cell.before} small /> <span aria-label="becomes">→</span>{" "}
          <Glyph cell={cell.after} small />
        </li>
      ))}
      {shown.length > SHOWN && <li className="soft">and {shown.length - SHOWN} more</li>}
    </ul>
  );
}

/** Pairs shown of one field, and in all. */
const PAIRS = 3;
const SHOWN = 8;
