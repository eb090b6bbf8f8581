import { App } from "antd";
import { api } from "../../api/client";
import type { RuleView } from "../../api/types";

/** Gives rules of one kind new ranks: one moved up or down, or put in the place of another. */
export function useRankOrder(rules: RuleView[], recordType: string) {
  const { message } = App.useApp();
  const order = api.useMutation("put", "/api/rules/order");
  const put = (view: RuleView, to: (index: number) => number) => {
    const same = rules.filter((each) => each.rule.kind === view.rule.kind);
    const from = same.findIndex((each) => each.rule.id === view.rule.id);
    const place = to(from);
    if (from < 0 || place < 0 || place >= same.length || place === from) return;
    const ids = same.map((each) => each.rule.id ?? "");
    const [moved] = ids.splice(from, 1);
    ids.splice(place, 0, moved ?? "");
    order.mutate(
      { body: { record_type: recordType, kind: view.rule.kind, rules: ids } },
      {
        onSuccess: () =>
          void message.success(
            `“${view.rule.title}” has rank ${place + 1} of ${same.length} in the change set`,
          ),
        onError: (error: unknown) =>
          void message.error(error instanceof Error ? error.message : "The order could not be saved"),
      },
    );
  };
  return {
    move: (view: RuleView, by: 1 | -1) => put(view, (index) => index + by),
    /** Puts a dragged rule in the place of another of its kind. */
    place: (dragged: string, onto: string) => {
      const view = rules.find((each) => each.rule.id === dragged);
      const same = rules.filter((each) => each.rule.kind === view?.rule.kind);
      if (view) put(view, () => same.findIndex((each) => each.rule.id === onto));
    },
  };
}
