import { Input, Select } from "antd";
import { identifier } from "../../shared/identifier";
import type { CarriedPlan, RecordType, SubjectImpact } from "../../api/types";
import { localWords } from "../../shared/localWords";

type Stored = SubjectImpact["stored"][number];
type Props = {
  stored: Stored[];
  type: RecordType;
  plan: Record<string, CarriedPlan>;
  onChange: (plan: Record<string, CarriedPlan>) => void;
  onType: (type: RecordType) => void;
};

/** What becomes of values that records hold and that their fields could no longer read; done when it is published. */
export function CarriedValues({ stored, type, plan, onChange, onType }: Props) {
  // Every value that is listed becomes an option of its own; what the field had to begin with is left out where it is new.
  const makeOptions = (each: Stored) => {
    const field = type.fields.find((candidate) => candidate.id === each.field);
    if (!field) return;
    const options = (field.options ?? []).filter((option) => option.name !== "First");
    const map = [...(plan[each.field]?.map ?? [])];
    for (const { value, words, becomes } of each.values) {
      if (becomes || map.some((pair) => JSON.stringify(pair.from) === JSON.stringify(value))) continue;
      const id = identifier(
        words,
        options.map((option) => option.id),
        "-",
        "option",
      );
      options.push({ id, name: words.slice(0, 200) });
      map.push({ from: value, to: field.about.family === "choices" ? [id] : id });
    }
    onChange({ ...plan, [each.field]: { ...plan[each.field], map } });
    onType({
      ...type,
      fields: type.fields.map((candidate) => (candidate === field ? { ...field, options } : candidate)),
    });
  };
  const told = stored.filter((each) => each.unfit > 0 || each.named > 0 || each.goes);
  return (
    <>
      {told.map((each) => (
        <section key={each.field} aria-label={`Stored values of ${each.name}`} className="carried">
          <h3>
            {each.goes
              ? `${each.name}: ${each.held} stored values remain in their records but no one sees them`
              : `${each.name}: ${each.unfit} of ${each.held} stored values would become unreadable`}
          </h3>
          {each.named > 0 && (
            <p>
              {each.named === 1
                ? "1 stored text that is the name of an option becomes"
                : `${each.named} stored texts that are names of options become`}{" "}
              that option when this is published.
            </p>
          )}
          {!each.goes && each.unfit + each.values.length > 0 && (
            <Mapping
              stored={each}
              field={type.fields.find((field) => field.id === each.field)}
              plan={plan[each.field] ?? {}}
              onChange={(part) => onChange({ ...plan, [each.field]: part })}
              onOptions={() => makeOptions(each)}
            />
          )}
        </section>
      ))}
    </>
  );
}

type MappingProps = {
  stored: Stored;
  field: RecordType["fields"][number] | undefined;
  plan: CarriedPlan;
  onChange: (plan: CarriedPlan) => void;
  onOptions: () => void;
};

const BLANK = "=blank";

function Mapping({ stored, field, plan, onChange, onOptions }: MappingProps) {
  const map = plan.map ?? [];
  const of = (from: unknown) => map.find((pair) => JSON.stringify(pair.from) === JSON.stringify(from));
  const put = (from: unknown, to: unknown) => {
    const rest = map.filter((pair) => JSON.stringify(pair.from) !== JSON.stringify(from));
    onChange({ ...plan, map: to === undefined ? rest : [...rest, { from, to }] });
  };
  const several = field?.about.family === "choices";
  const options = field?.options?.filter((option) => !option.retired);
  const left =
    stored.unfit -
    stored.values.reduce((sum, each) => (of(each.value) && !each.becomes ? sum + each.count : sum), 0);
  return (
    <>
      {options && stored.values.length > 0 && (
        <button type="button" className="plain" onClick={onOptions}>
          Add an option for each of these values
        </button>
      )}
      {stored.values.length > 0 && (
        <table className="ruled">
          <thead>
            <tr>
              <th className="margin">Stored value</th>
              <th>Records</th>
              <th>Becomes</th>
            </tr>
          </thead>
          <tbody>
            {stored.values.map((each) => {
              const to = of(each.value) ? of(each.value)?.to : each.becomes;
              const chosen =
                several && Array.isArray(to) ? (to[0] as string) : (to as string | null | undefined);
              return (
                <tr key={each.words}>
                  <th className="margin" scope="row">
                    {localWords(each.words)}
                  </th>
                  <td className="mono">{each.count}</td>
                  <td>
                    {options ? (
                      <Select
                        allowClear
                        aria-label={`${each.words} becomes`}
                        placeholder="as chosen below"
                        style={{ width: 200 }}
                        value={chosen === null ? BLANK : chosen}
                        onChange={(picked?: string) =>
                          put(
                            each.value,
                            picked === undefined
                              ? undefined
                              : picked === BLANK
                                ? null
                                : several
                                  ? [picked]
                                  : picked,
                          )
                        }
                        options={[
                          ...options.map((option) => ({ value: option.id, label: option.name })),
                          { value: BLANK, label: "blank" },
                        ]}
                      />
                    ) : (
                      <Input
                        aria-label={`${each.words} becomes`}
                        placeholder="as chosen below"
                        style={{ width: 200 }}
                        value={chosen ?? ""}
                        onChange={(event) =>
                          put(
                            each.value,
                            event.target.value === "" ? undefined : typed(event.target.value, field),
                          )
                        }
                      />
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      {stored.unseen > 0 && (
        <p className="soft">
          {stored.unseen} of them are not listed, because you can’t see them or there are too many.
        </p>
      )}
      {left > 0 && (
        <label className="row-flex">
          {left === stored.unfit ? "All of them" : `The other ${left}`}
          <Select
            aria-label={`The remaining values of ${stored.name}`}
            value={plan.rest ?? "keep"}
            onChange={(rest: "keep" | "blank") => onChange({ ...plan, rest })}
            options={[
              { value: "keep", label: "stay unreadable until a new value is entered" },
              { value: "blank", label: "are cleared" },
            ]}
            popupMatchSelectWidth={false}
          />
        </label>
      )}
    </>
  );
}

/** What was typed as the JSON value that a field of its family holds. */
function typed(text: string, field: MappingProps["field"]): unknown {
  const family = field?.about.family;
  if (family === "number" && text.trim() !== "" && !Number.isNaN(Number(text))) return Number(text);
  if (family === "flag") return text === "yes" ? true : text === "no" ? false : text;
  return text;
}
