import { useQueryClient } from "@tanstack/react-query";
import { App } from "antd";
import { useState } from "react";
import { api, ProblemError } from "../../api/client";
import type { Rule, RuleView } from "../../api/types";
import type { ConflictOf } from "./Conflict";
import { useStillHere } from "../../shared/useStillHere";
import { dropDraft, settleDraft } from "./drafts";

/**
 * Keeping an edited rule in the change set, and removing it there. Someone else's version that came first is a conflict,
 * with both sides. onDone: what to do with the identifier of what was kept, empty for what was removed.
 */
export function useRuleSaving(name: string, rule: Rule | undefined, onDone: (id: string) => void) {
  const { message } = App.useApp();
  const client = useQueryClient();
  const [conflict, setConflict] = useState<ConflictOf | null>(null);
  const stillHere = useStillHere();
  const kept = (saved: RuleView, { body }: { body: { rule: unknown } }) => {
    settleDraft(name, body.rule as Rule, saved);
    setConflict(null);
    message.success(`Saved to the change set: ${saved.rule.title}`);
    if (stillHere()) onDone(saved.rule.id ?? "");
  };
  const refused = (error: unknown) => {
    if (rule && isConflict(error)) {
      const { current, current_etag: etag } = error.problem;
      setConflict({ theirs: current as Rule, etag: etag ?? "", mine: rule });
    }
  };
  const removed = () => {
    dropDraft(name);
    message.success("Rule removed. You can restore it under Changes.");
    if (stillHere()) onDone("");
  };
  const making = api.useMutation("post", "/api/rules", { onSuccess: kept, onError: refused });
  const changing = api.useMutation("put", "/api/rules/{id}", { onSuccess: kept, onError: refused });
  const removing = api.useMutation("delete", "/api/rules/{id}", { onSuccess: removed });

  /** etag: the version the edit started from; null for a new rule. titled: the rule with a title, where it had none. */
  const save = (etag: string | null, titled?: Rule) => {
    const sent = titled ?? rule;
    if (!sent) return;
    if (etag === null) making.mutate({ body: { rule: sent } });
    else
      changing.mutate({
        params: { path: { id: sent.id ?? "" } },
        headers: { "if-match": etag },
        body: { rule: sent },
      });
  };
  const remove = (view: RuleView) =>
    removing.mutate({ params: { path: { id: view.rule.id ?? "" } }, headers: { "if-match": view.etag } });
  const takeTheirs = () => {
    dropDraft(name);
    setConflict(null);
    void client.invalidateQueries();
  };
  const error: unknown = making.error ?? changing.error ?? removing.error;
  return {
    save,
    remove,
    busy: making.isPending || changing.isPending,
    error: isConflict(error) ? null : error,
    conflict,
    takeTheirs,
    decideLater: () => setConflict(null),
  };
}

const isConflict = (error: unknown): error is ProblemError =>
  error instanceof ProblemError && error.status === 412 && Boolean(error.problem.current);
