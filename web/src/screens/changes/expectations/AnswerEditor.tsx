import { Select } from "antd";
import { useCatalogue } from "../../../api/queries";
import type { ExpectedAnswer } from "../../../api/types";
import { LEVEL_NAMES } from "../../../ink/levels";

type Level = keyof typeof LEVEL_NAMES;
type Props = {
  question: Record<string, unknown>;
  answer: ExpectedAnswer;
  onChange: (answer: ExpectedAnswer) => void;
};

const LEVELS = ["hidden", "masked", "replace_only", "read_only", "editable", "required"] as const;
/** Fields that are listed before the list is scrolled. */
const HEIGHT = 260;

/** Which levels a question must get; a field whose levels are all taken out may be as it likes. */
export function AnswerEditor({ question, answer, onChange }: Props) {
  const types = useCatalogue("pending").data?.record_types ?? [];
  const type = types.find((each) => each.id === question["record_type"]);
  const names = new Map((type?.fields ?? []).map((field) => [field.id, field.name]));
  const levels = answer.levels ?? {};
  const put = (id: string, chosen: Level[]) => {
    const { [id]: _gone, ...rest } = levels;
    const next =
      chosen.length === 0 ? rest : { ...levels, [id]: chosen.length === 1 ? (chosen[0] as Level) : chosen };
    onChange({ ...answer, levels: next });
  };
  return (
    <div style={{ maxHeight: HEIGHT, overflow: "auto" }}>
      <table className="ruled">
        <tbody>
          {Object.entries(levels).map(([id, level]) => (
            <tr key={id}>
              <th scope="row">{names.get(id) ?? id}</th>
              <td>
                <Select
                  mode="multiple"
                  size="small"
                  aria-label={`Level of ${names.get(id) ?? id}`}
                  value={Array.isArray(level) ? level : [level]}
                  onChange={(chosen: Level[]) => put(id, chosen)}
                  options={LEVELS.map((value) => ({ value, label: LEVEL_NAMES[value] }))}
                  style={{ minWidth: 240 }}
                />
              </td>
            </tr>
          ))}
          {Object.entries(answer.actions ?? {}).map(([id, level]) => (
            <tr key={id}>
              <th scope="row">{id}</th>
              <td>
                <Select
                  size="small"
                  aria-label={`Level of ${id}`}
                  value={level}
                  onChange={(next: "allowed" | "denied") =>
                    onChange({ ...answer, actions: { ...answer.actions, [id]: next } })
                  }
                  options={(["allowed", "denied"] as const).map((value) => ({
                    value,
                    label: LEVEL_NAMES[value],
                  }))}
                  style={{ width: 140 }}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
