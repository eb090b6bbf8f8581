import { useMemo } from "react";
import { useSearchParams } from "react-router";
import { useQuestion, type AskedQuestion } from "./useQuestion";

/** A question of which parts may be left open: an empty part stands for any. */
export type OpenQuestion = Pick<AskedQuestion, "audiences" | "state"> & {
  type: string;
  mode: string;
  channel: string;
  unit: string;
};

/** Reads the question from the URL without filling its blanks. Changing a part to "" opens it. */
export function useOpenQuestion(): [
  OpenQuestion,
  (change: Partial<AskedQuestion> | Record<string, string>) => void,
] {
  const [search] = useSearchParams();
  const [question, change] = useQuestion();
  const open = useMemo<OpenQuestion>(() => {
    const part = (name: string) => search.get(name) ?? "";
    return {
      audiences: question.audiences,
      state: question.state,
      type: part("type"),
      mode: part("mode"),
      channel: part("channel"),
      unit: part("unit"),
    };
  }, [search, question]);
  return [open, change];
}
