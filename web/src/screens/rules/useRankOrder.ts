import { useQueryClient } from "@tanstack/react-query";
import { App } from "antd";
import { ask } from "../../api/client";
import type { RuleView } from "../../api/types";

/** Gives rules of one kind new ranks: one moved up or down, or put in the place of another. */
export function useRankOrder(rules: RuleView[], recordType: string) {
  const client = useQueryClient();
  const { message } = App.useApp();
  const put = async (view: RuleView, to: (index: number) => number) => {
    const same = rules.filter((each) => each.rule.kind === view.rule.kind);
    const from = same.findIndex((each) => each.rule.id === view.rule.id);
    const place = to(from);
    if (from < 0 || place < 0 || place >= same.length || place === from) return;
    const ids = same.map((each) => each.rule.id ?? "");
    const [moved] = ids.splice(from, 1);
    ids.splice(place, 0, moved ?? "");
    try {
      await ask("/api/rules/order", { method: "PUT", body: { record_type: recordType, kind: view.rule.kind, rules: ids } });
      await client.invalidateQueries({ queryKey: ["policy"] });
      message.success(`“${view.rule.title}” has rank ${place + 1} of ${same.length} in the change set`);
    } catch (caught) {
      message.error(caught instanceof Error ? caught.message : "The order could not be kept");
    }
  };
  return {
    move: (view: RuleView, by: 1 | -1) => put(view, (index) => index + by),
    /** Puts a dragged rule in the place of another of its kind. */
    place: (dragged: string, onto: string) => {
      const view = rules.find((each) => each.rule.id === dragged);
      if (view) void put(view, () => rules.filter((each) => each.rule.kind === view.rule.kind).findIndex((each) => each.rule.id === onto));
    },
  };
}
