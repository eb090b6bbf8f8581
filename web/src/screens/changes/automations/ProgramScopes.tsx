import { Button, Input, Select } from "antd";
import type { Catalogue, ProgramScope } from "../../../api/types";
import { optionHolds } from "../../../shared/optionHolds";
import { PersonSelect } from "../../../shared/PersonSelect";

type Props = {
  programs: ProgramScope[];
  catalogue: Catalogue;
  editable: boolean;
  onChange: (programs: ProgramScope[]) => void;
};

/** The record types that each program is for; the audit tells where a program can reach others. */
export function ProgramScopes({ programs, catalogue, editable, onChange }: Props) {
  const put = (at: number, part: Partial<ProgramScope>) =>
    onChange(programs.map((program, index) => (index === at ? { ...program, ...part } : program)));
  const retitle = (at: number, title: string) =>
    onChange(
      programs.map((program, index) => {
        if (index !== at) return program;
        const { title: _gone, ...rest } = program;
        return title === "" ? rest : { ...rest, title };
      }),
    );
  return (
    <>
      {programs.length === 0 && (
        <p className="soft">
          The audit can’t tell whether a program reaches too far until its record types are set.
        </p>
      )}
      {programs.map((program, index) => (
        <fieldset key={index} className="signer" aria-label={`Program ${program.user || "to choose"}`}>
          <PersonSelect
            label="Program"
            person={program.user}
            placeholder="a program"
            within="programs"
            onPick={(user) => put(index, { user })}
          />
          <span>is for</span>
          <Select
            mode="multiple"
            aria-label="Record types of the program"
            placeholder="no record type"
            value={program.record_types}
            options={catalogue.record_types.map(({ id, name }) => ({ value: id, label: name }))}
            showSearch={{ filterOption: optionHolds }}
            onChange={(record_types: string[]) => put(index, { record_types })}
            style={{ minWidth: 260, flex: 1 }}
          />
          <Input
            aria-label="What the program does"
            placeholder="Short description"
            value={program.title ?? ""}
            maxLength={200}
            onChange={(event) => retitle(index, event.target.value)}
            style={{ width: 260 }}
          />
          {editable && (
            <button
              type="button"
              className="plain"
              onClick={() => onChange(programs.filter((_, at) => at !== index))}
            >
              Remove
            </button>
          )}
        </fieldset>
      ))}
      {editable && (
        <p>
          <Button onClick={() => onChange([...programs, { user: "", record_types: [] }])}>
            Add a program
          </Button>
        </p>
      )}
    </>
  );
}
