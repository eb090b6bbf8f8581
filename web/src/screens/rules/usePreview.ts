import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { ask } from "../../api/client";
import type { Rule, RulePreview } from "../../api/types";
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

/** What a rule would do on the map that is looked at. kind "none" asks for nothing. */
export function usePreview(rule: Rule | undefined, question: AskedQuestion, kind: "draft" | "none") {
  const settled = useSettled(rule);
  const asked = {
    ...askedOf(question), ...(question.audiences.length > 0 ? { audiences: question.audiences.join(",") } : {}),
  };
  return useQuery({
    queryKey: ["policy", "preview", settled, asked],
    queryFn: ({ signal }) => ask<RulePreview>("/api/rules/preview", { method: "POST", body: { rule: settled, question: asked }, signal }),
    enabled: kind === "draft" && settled !== undefined && question.type !== "",
    placeholderData: (previous) => previous,
  });
}
