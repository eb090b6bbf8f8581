/** The product's own words, each told in a sentence where it stands. */
export const WORDS = {
  question:
    "One complete request for a decision: who, on which record type, in which mode, through which channel, on which record, where and when.",
  channel:
    "The way by which somebody or something comes to a record: the form, an import, an automation, or a program.",
  baseline:
    "A named set of starting states for fields, given to any number of business units or record categories. Rules speak after it.",
  guardrail: "A rule that no ordinary rule can loosen: it only ever makes the outcome stricter.",
  action:
    "Something done to a record as a whole (open, create, save, delete, lock, unlock, reveal, export), allowed or denied by rules as fields are shown or locked.",
  "the whole record":
    "Open or locked, by a rule, a stage or a person's hand. While it is locked, every field is; who may unlocks it for some minutes.",
  reveal: "A covered value shown for one look, with a reason. It is counted, and stands in the journal.",
  journal:
    "What was done to the policy, to people, to records and at the door, and what was refused to somebody because it is not theirs: each entry carries the digest of the one before. Never with a value of a record in it.",
  reasoning: "The step-by-step account of one decision, with what it has come to after each step.",
  rehearsal: "The live form as any person would meet it. Nothing typed there reaches a record.",
  finding: "One thing that the audit proved, with an example that shows it.",
  "change set": "A named bundle of edits to the policy. Nothing in it is in force before it is published.",
  expectation:
    "A question kept with the answer it must get, or a claim that must hold for every record. One that does not hold keeps a change set from taking force.",
  approval:
    "The signatures that a change needs before it takes force. They count for exactly what was read; nobody signs what they had a hand in.",
  edition: "A published, numbered state of the whole policy that never changes again.",
} as const;

export type OwnWord = keyof typeof WORDS;

/** Keys that do something, by where. */
export const SHORTCUTS: { where: string; keys: [string, string][] }[] = [
  {
    where: "Map",
    keys: [
      ["Arrow keys", "move from cell to cell"],
      ["Enter", "opens the reasoning of the cell"],
      ["Shift and an arrow key", "extends the selection"],
      ["Control and an arrow key", "goes over cells without selecting them"],
      ["Space", "takes the cell into the selection, or out of it"],
      ["Shift and Space, Control and Space", "takes the whole row, the whole column"],
      ["Escape", "lets the selection go"],
    ],
  },
  {
    where: "Rules",
    keys: [
      ["Alt and an arrow key, on a rule", "changes its rank"],
      ["Alt and an arrow key, in a condition", "moves the part up or down"],
      ["Control and Z, Control and Shift and Z", "takes an edit back, brings it again"],
    ],
  },
  {
    where: "Catalogue",
    keys: [["Alt and an arrow key, on a field of a form", "moves it up or down"]],
  },
  { where: "Findings", keys: [["Arrow up, arrow down", "go from finding to finding"]] },
  { where: "Forms", keys: [["Delete, on a choice", "empties it"]] },
];

/** What is done first, in the order in which it is done, and where. */
export const FIRST_STEPS: { path: string; name: string; words: string }[] = [
  {
    path: "/catalogue",
    name: "Describe the record types",
    words: "by hand, or from a JSON Schema, a CSV list of fields or a policy document",
  },
  {
    path: "/people",
    name: "Bring in the people",
    words: "by hand, or from an LDIF export or a directory document",
  },
  { path: "/map", name: "Look at the map", words: "and take cells of it into rules" },
  { path: "/rehearsal", name: "Rehearse the form", words: "as somebody else, and change a value" },
  { path: "/findings", name: "Read the findings", words: "and mend what they show" },
  { path: "/changes", name: "Publish", words: "once you have read what the edits do to whom" },
];
