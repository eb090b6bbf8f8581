import { Input } from "antd";
import { useState } from "react";
import type { RecordType } from "../../../api/types";
import { identifier } from "../../../shared/identifier";
import { swapped } from "../swapped";

type Props = {
  section: RecordType["sections"][number];
  type: RecordType;
  readOnly: boolean;
  onChange: (type: RecordType) => void;
  onAdd: () => void;
  onSeveral: () => void;
};

/** A section over its fields: renamed, moved, given another field; an empty one may go. */
export function SectionHeading({ section, type, readOnly, onChange, onAdd, onSeveral }: Props) {
  const [renaming, setRenaming] = useState(false);
  const place = type.sections.indexOf(section);
  const empty = !type.fields.some((field) => field.section === section.id);
  const rename = (name: string) =>
    onChange({
      ...type,
      sections: type.sections.map((each) => (each === section ? { ...each, name } : each)),
    });
  return (
    <tr className="section">
      <th className="margin" scope="rowgroup">
        {renaming ? (
          <Input
            aria-label={`Name of section ${section.name}`}
            autoFocus
            size="small"
            value={section.name}
            maxLength={200}
            onChange={(event) => rename(event.target.value)}
            onBlur={() => setRenaming(false)}
            onPressEnter={() => setRenaming(false)}
          />
        ) : (
          section.name
        )}
      </th>
      <td colSpan={4}>
        {!readOnly && (
          <span className="row-flex section-tools">
            <button
              type="button"
              className="plain"
              aria-label={`Add a field to ${section.name}`}
              onClick={onAdd}
            >
              add a field
            </button>
            <button
              type="button"
              className="plain"
              aria-label={`Add several fields to ${section.name}`}
              onClick={onSeveral}
            >
              add several
            </button>
            <button
              type="button"
              className="plain"
              aria-label={`Rename section ${section.name}`}
              onClick={() => setRenaming(true)}
            >
              rename
            </button>
            <button
              type="button"
              className="plain"
              disabled={place === 0}
              aria-label={`Move section ${section.name} up`}
              onClick={() => onChange({ ...type, sections: swapped(type.sections, place, -1) })}
            >
              up
            </button>
            <button
              type="button"
              className="plain"
              disabled={place === type.sections.length - 1}
              aria-label={`Move section ${section.name} down`}
              onClick={() => onChange({ ...type, sections: swapped(type.sections, place, 1) })}
            >
              down
            </button>
            {empty && type.sections.length > 1 && (
              <button
                type="button"
                className="plain"
                aria-label={`Remove section ${section.name}`}
                onClick={() =>
                  onChange({ ...type, sections: type.sections.filter((each) => each !== section) })
                }
              >
                remove
              </button>
            )}
          </span>
        )}
      </td>
    </tr>
  );
}

/** The record type with another, empty section at its end. */
export const withSection = (type: RecordType): RecordType => ({
  ...type,
  sections: [
    ...type.sections,
    {
      id: identifier(
        "New section",
        type.sections.map((section) => section.id),
        "-",
        "section",
      ),
      name: "New section",
    },
  ],
});
