import { useState } from "react";
import { api } from "../../../api/client";
import type { PolicyState } from "../../../api/queries";
import type { Expectation, Question } from "../../../api/types";
import { ProblemNotice } from "../../../shared/ProblemNotice";
import { useAccount } from "../../../shell/account";
import { ExpectationEditor } from "./ExpectationEditor";

type Props = { question: Question; state: PolicyState; field?: string; refused?: boolean };

/** Keeps the question of a page, with the answer it gets now, as an expectation. */
export function ExpectThis({ question, state, field, refused }: Props) {
  const { may } = useAccount();
  const [given, setGiven] = useState<Expectation | null>(null);
  const draft = api.useMutation("post", "/api/expectations/draft", {
    onSuccess: (drawn) =>
      setGiven({
        id: "",
        title: "",
        question: drawn.question,
        answer: { ...drawn.answer, ...(refused === undefined ? {} : { refused }) },
      }),
  });
  if (!may("edit")) return null;
  return (
    <>
      <button
        type="button"
        className="plain"
        onClick={() => draft.mutate({ body: { question, state, ...(field ? { field } : {}) } })}
      >
        Add expectation
      </button>
      {draft.error ? <ProblemNotice error={draft.error} /> : null}
      {given && <ExpectationEditor given={given} groups={[]} onClose={() => setGiven(null)} />}
    </>
  );
}
