import { useCatalogue, useDirectory } from "../api/queries";
import type { RecordType } from "../api/types";
import { useQuestion, type AskedQuestion } from "./useQuestion";

/** The question with its blanks filled: the first record type and the first unit that owns records. */
export function useSubject(): {
  question: AskedQuestion;
  change: (change: Partial<AskedQuestion>, replace?: boolean) => void;
  type: RecordType | undefined;
  ready: boolean;
} {
  const [question, change] = useQuestion();
  const catalogue = useCatalogue(question.state);
  const directory = useDirectory();
  const types = catalogue.data?.record_types ?? [];
  const type = types.find((candidate) => candidate.id === question.type) ?? types[0];
  const units = directory.data?.units ?? [];
  const parents = new Set(units.flatMap((unit) => unit.above));
  const leaf = units.find((unit) => !parents.has(unit.id)) ?? units[0];
  return {
    question: { ...question, type: type?.id ?? "", unit: question.unit || leaf?.id || "" },
    change,
    type,
    ready: Boolean(catalogue.data && directory.data),
  };
}
