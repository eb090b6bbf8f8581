/** What every dialog about a record as a whole is told. */
export type WholeAct = {
  type: string;
  number: string;
  /** "outgoing loan" */
  noun: string;
  mode: "edit" | "view";
  /** words: what has been done, for the person. */
  onDone: (words: string) => void;
  onClose: () => void;
};
