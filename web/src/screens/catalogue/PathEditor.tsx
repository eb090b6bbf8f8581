import { Checkbox, Select } from "antd";
import type { PathDesign, RecordType } from "../../api/types";

type Props = { type: RecordType; readOnly: boolean; onChange: (type: RecordType) => void };

/** The stages of a record type: the options of a choice field, each with the fields to fill in there. */
export function PathEditor({ type, readOnly, onChange }: Props) {
  const choices = type.fields.filter((field) => field.about.family === "choice");
  const path = type.path;
  const field = type.fields.find((each) => each.id === path?.field);
  const put = (next: PathDesign | undefined) => {
    const { path: _before, ...rest } = type;
    onChange(next ? { ...rest, path: next } : rest);
  };
  const begin = (id: string | undefined) => {
    const options = type.fields.find((each) => each.id === id)?.options ?? [];
    put(id ? { field: id, stages: Object.fromEntries(options.map((option) => [option.id, []])) } : undefined);
  };
  return (
    <fieldset disabled={readOnly} className="forms-editor">
      <label className="line" style={{ maxWidth: 320 }}>
        Choice field whose options are the stages
        <Select
          aria-label="Stage field"
          allowClear
          placeholder="no stages"
          value={path?.field}
          onChange={begin}
          options={choices.map((each) => ({ value: each.id, label: each.name }))}
        />
      </label>
      {path && field && (
        <table className="ruled" style={{ marginTop: 12, maxWidth: 760 }}>
          <thead>
            <tr>
              <th className="margin" style={{ width: 170 }}>
                Stage
              </th>
              <th>Fields to fill in at this stage</th>
              <th style={{ width: 150 }}>Locks the record</th>
            </tr>
          </thead>
          <tbody>
            {(field.options ?? []).map((option) => (
              <tr key={option.id}>
                <th className="margin" scope="row">
                  {option.name}
                </th>
                <td className="wrap">
                  <Select
                    mode="multiple"
                    aria-label={`Fields of ${option.name}`}
                    placeholder="none"
                    style={{ width: "100%" }}
                    value={path.stages[option.id] ?? []}
                    maxCount={12}
                    showSearch={{ optionFilterProp: "label" }}
                    options={type.fields.map((each) => ({ value: each.id, label: each.name }))}
                    onChange={(fields: string[]) =>
                      put({ ...path, stages: { ...path.stages, [option.id]: fields } })
                    }
                  />
                </td>
                <td>
                  <Checkbox
                    aria-label={`${option.name} locks the record`}
                    checked={path.locks?.includes(option.id) ?? false}
                    onChange={(event) => put(locking(path, option.id, event.target.checked))}
                  />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </fieldset>
  );
}

/** The path with one stage that locks more, or less. */
function locking(path: PathDesign, stage: string, locks: boolean): PathDesign {
  const { locks: before = [], ...rest } = path;
  const after = locks ? [...before, stage] : before.filter((each) => each !== stage);
  return after.length > 0 ? { ...rest, locks: after } : rest;
}
