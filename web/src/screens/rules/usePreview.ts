import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { ask } from "../../api/client";
import type { Rule, RulePreview } from "../../api/types";
import type { AskedQuestion } from "../../question/useQuestion";

/** What a rule would do on the map that is looked at, a moment after the last edit. kind "none" asks for nothing. */
export function usePreview(rule: Rule | undefined, question: AskedQuestion, kind: "draft" | "none") {
  const [settled, setSettled] = useState(rule);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(rule), 250);
    return () => clearTimeout(timer);
  }, [rule]);
  const asked = {
    record_type: question.type, unit: question.unit, mode: question.mode, channel: question.channel,
    ...(question.record ? { record: question.record } : {}), ...(question.audiences.length > 0 ? { audiences: question.audiences.join(",") } : {}),
  };
  return useQuery({
    queryKey: ["policy", "preview", settled, asked],
    queryFn: () => ask<RulePreview>("/api/rules/preview", { method: "POST", body: { rule: settled, question: asked } }),
    enabled: kind === "draft" && settled !== undefined && question.type !== "",
    placeholderData: (previous) => previous,
  });
}
