import { keepPreviousData } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api } from "../../api/client";
import type { Rule } from "../../api/types";
import { askedOf } from "../../question/asked";
import type { AskedQuestion } from "../../question/useQuestion";

/** The rule a moment after the last edit. */
export function useSettled(rule: Rule | undefined): Rule | undefined {
  const [settled, setSettled] = useState(rule);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(rule), 250);
    return () => clearTimeout(timer);
  }, [rule]);
  return settled;
}

/** Stands where there is no rule to ask about; it is never asked about. */
const NOTHING: Rule = {
  title: "",
  kind: "ordinary",
  record_type: "",
  audience: {},
  lines: [],
};

/** What a rule would do on the map that is looked at. kind "none" asks for nothing. */
export function usePreview(rule: Rule | undefined, question: AskedQuestion, kind: "draft" | "none") {
  const settled = useSettled(rule);
  const asked = {
    ...askedOf(question),
    ...(question.audiences.length > 0 ? { audiences: question.audiences.join(",") } : {}),
  };
  return api.useQuery(
    "post",
    "/api/rules/preview",
    { body: { rule: settled ?? NOTHING, question: asked } },
    {
      enabled: kind === "draft" && settled !== undefined && question.type !== "",
      placeholderData: keepPreviousData,
    },
  );
}
