import type { Catalogue, Condition, RecordType, Rule } from "../api/types";

/** Made-up parts of a small policy, for tests. */
export const loan: RecordType = {
  id: "loan",
  name: "Loan",
  plural: "Loans",
  sections: [
    { id: "main", name: "The loan" },
    { id: "object", name: "The object" },
  ],
  fields: [
    field("stage", "Stage", "main", "choice", "choice", [
      { id: "enquiry", name: "Enquiry" },
      { id: "signed", name: "Signed" },
    ]),
    field("count", "Item count", "main", "integer", "number"),
    { ...field("object", "Object", "object", "record_reference", "reference"), refers_to: "object" },
  ],
  records: 0,
  rules: 0,
  etag: "1",
};

export const object: RecordType = {
  ...loan,
  id: "object",
  name: "Object",
  fields: [field("hazard", "Hazard", "main", "text", "text")],
};

function field(
  id: string,
  name: string,
  section: string,
  kind: string,
  family: string,
  options?: { id: string; name: string }[],
): RecordType["fields"][number] {
  return {
    id,
    name,
    section,
    kind,
    label: "open",
    about: { family, sample: "" },
    ...(options ? { options } : {}),
  };
}

export const vocabulary: Catalogue["vocabulary"] = {
  kinds: [{ name: "integer", title: "whole number", words: [], example: "", family: "number", takes: [] }],
  comparisons: [],
  operands: [
    { mark: "user", name: "the user", family: "person" },
    { mark: "place", name: "the place", family: "choice" },
    { mark: "today", name: "today", family: "date" },
  ],
  effects: [],
  masks: [],
  attributes: ["clearance"],
  places: [],
  time_zone: "Etc/UTC",
  levels: [],
  actions: [],
  modes: [],
  channels: [],
};

export const rule: Rule = {
  title: "Signed loans keep",
  kind: "ordinary",
  record_type: "loan",
  audience: { everyone: true },
  lines: [{ fields: ["count"], effects: [{ effect: "lock" }] }],
};

/** "count is 3" */
export const is = (value: number): Condition => ({
  compare: "equal",
  left: { field: "count" },
  right: { value },
});
