/** The product's own words, each told in a sentence where it stands. */
export const WORDS = {
  question:
    "One complete request for a decision: who, on which record type, in which mode, through which channel, on which record, where and when.",
  channel: "How a record is reached: the form, an import, an automation or a program.",
  baseline:
    "A named set of starting states for fields, assigned to business units or record categories. Rules apply on top of it.",
  guardrail: "A rule that ordinary rules can’t loosen. It can only make the outcome stricter.",
  action:
    "Something done to a whole record: open, create, save, delete, lock, unlock, reveal or export. Rules allow or deny it.",
  "the whole record":
    "A record can be locked by a rule, a stage or a person. While it is locked, so is every field. Users with permission can unlock it for a few minutes.",
  reveal:
    "Showing a masked value once, for a stated reason. Each reveal is counted and recorded in the journal.",
  journal:
    "A record of every change to policy, people and records, every sign-in, and every refused attempt. Each entry carries the digest of the one before it. It never contains values from records.",
  reasoning: "The step-by-step explanation of one decision, with the result after each step.",
  rehearsal: "The live form as any user would see it. Nothing you type there is saved.",
  finding: "A problem that the audit proved, with an example that shows it.",
  "change set": "A named group of edits to the policy. They take effect when the change set is published.",
  expectation:
    "A saved question with its required answer, or a claim that must hold for every record. A change set can’t be published while an expectation fails.",
  approval:
    "The signatures a change needs before it can be published. A signature covers exactly what was reviewed, and no one can sign their own edits.",
  edition: "A published, numbered version of the whole policy. It never changes.",
  "access map": "Every field of a record type against every audience, with the access level in each cell.",
  "access level":
    "How much of a field a user can see and edit: hidden, masked, replace-only, read-only, editable or required.",
  "replace-only": "The stored value stays masked, but the user can type a new one.",
  mode: "What the user is doing with the record: creating, editing, viewing or listing.",
  audience:
    "Whom a rule applies to: users, roles, groups, departments or business units, and who is excluded.",
  line: "One part of a rule: fields and what the rule does to them. “Otherwise” is what it does when its condition isn’t met.",
  mask: "A pattern that shows part of a value, such as its last three characters.",
  label: "How sensitive a field is. A label gives the field its starting access everywhere.",
  precedence: "Which rule wins when several give one field different access, such as the strictest.",
  stage: "Where a record is on its way from first entry to completion. A stage can lock the whole record.",
  place: "A named set of network addresses that conditions can use.",
  program: "A user that isn’t a person. It works through the programming interface with a token.",
  automation: "A sequence of changes that the server makes by itself when a record reaches a stage.",
  "sign-in":
    "The name and password with which someone uses this application. It belongs to a person in the directory.",
  detector: "One kind of problem that the audit looks for.",
  "access review": "A check of who can see or edit something, as of a given day.",
} as const;

export type OwnWord = keyof typeof WORDS;

/** Keys that do something, by where. */
export const SHORTCUTS: { where: string; keys: [string, string][] }[] = [
  {
    where: "Everywhere",
    keys: [
      ["Control and K", "finds a page, command, rule, field, person or record by name"],
      ["Control and Enter", "presses the main button of the dialog, the panel or the page"],
      ["Escape", "closes the dialog or list in front, and asks before it discards what you typed"],
    ],
  },
  {
    where: "Map",
    keys: [
      ["Arrow keys", "move from cell to cell"],
      ["Enter", "opens the reasoning of the cell"],
      ["Shift and an arrow key", "extends the selection"],
      ["Control and an arrow key", "moves without selecting"],
      ["Space", "selects or deselects the cell"],
      ["Shift and Space, Control and Space", "selects the whole row or column"],
      ["Escape", "clears the selection"],
    ],
  },
  {
    where: "Rules",
    keys: [
      ["Alt and an arrow key, on a rule", "changes its rank"],
      ["Alt and an arrow key, in a condition", "moves the part up or down"],
      ["Control and Z, Control and Shift and Z", "undo and redo"],
    ],
  },
  {
    where: "Catalogue",
    keys: [["Alt and an arrow key, on a field of a form", "moves it up or down"]],
  },
  { where: "Findings", keys: [["Arrow up, arrow down", "move between findings"]] },
  { where: "Forms", keys: [["Delete, on a choice", "clears it"]] },
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
    name: "Add people",
    words: "by hand, or from an LDIF export or a directory document",
  },
  { path: "/map", name: "Look at the map", words: "and make rules from its cells" },
  { path: "/rehearsal", name: "Rehearse the form", words: "as another user, and change a value" },
  { path: "/findings", name: "Read the findings", words: "and fix what they show" },
  { path: "/changes", name: "Publish", words: "after you review who the edits affect" },
];
