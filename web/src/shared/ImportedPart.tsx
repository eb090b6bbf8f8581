import { Radio, Select } from "antd";
import type { ImportPreview } from "../api/types";
import { optionHolds } from "./optionHolds";

/** What of a file comes in: everything where a member is left out. */
export type Part = { record_types?: string[]; fields?: string[]; existing?: "replace" | "keep" };

type Offer = ImportPreview["offers"][number];
type Props = { offers: Offer[]; part: Part; onChange: (part: Part) => void };

export const isPart = (part: Part): boolean =>
  part.record_types !== undefined || part.fields !== undefined || part.existing === "keep";

/** Chooses some record types of a file, or some fields of one, and what becomes of what is there already. */
export function ImportedPart({ offers, part, onChange }: Props) {
  const types = offers.filter((offer) => !part.record_types || part.record_types.includes(offer.id));
  const only = types.length === 1 ? types[0] : undefined;
  const there = (each: { name: string; there: boolean }) =>
    each.there ? `${each.name} (there already)` : each.name;
  const set = (next: Part) =>
    onChange(
      Object.fromEntries(
        (Object.entries(next) as [string, unknown][]).filter(([, value]) => value !== undefined),
      ),
    );
  return (
    <fieldset className="complete">
      <legend>What to import</legend>
      {offers.length > 1 && (
        <Select
          mode="multiple"
          aria-label="Record types to import"
          placeholder={`all ${offers.length} record types`}
          style={{ width: "100%" }}
          value={part.record_types ?? []}
          options={offers.map((offer) => ({ value: offer.id, label: there(offer) }))}
          showSearch={{ filterOption: optionHolds }}
          onChange={(ids: string[]) =>
            set({ ...part, record_types: ids.length > 0 ? ids : undefined, fields: undefined })
          }
        />
      )}
      {only && (
        <Select
          mode="multiple"
          aria-label="Fields to import"
          placeholder={`${only.name} whole, with ${only.fields.length} fields`}
          style={{ width: "100%", marginTop: 4 }}
          value={part.fields ?? []}
          options={only.fields.map((field) => ({ value: field.id, label: there(field) }))}
          showSearch={{ filterOption: optionHolds }}
          onChange={(ids: string[]) => set({ ...part, fields: ids.length > 0 ? ids : undefined })}
        />
      )}
      <Radio.Group
        aria-label="Existing items"
        style={{ marginTop: 6 }}
        value={part.existing ?? "replace"}
        onChange={(event) => set({ ...part, existing: event.target.value === "keep" ? "keep" : undefined })}
        options={[
          { value: "replace", label: "replace items with the same identifier" },
          { value: "keep", label: "only add new items" },
        ]}
      />
      {part.fields && <p className="soft">All other fields of the record type stay unchanged.</p>}
    </fieldset>
  );
}
