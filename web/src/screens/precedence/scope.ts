import { useSearchParams } from "react-router";
import type { Precedence, RecordType } from "../../api/types";

/** What a method is chosen for: the policy, the record type of the question, or one field of it. */
export type Scope = { kind: "policy" | "type" | "field"; field: string };

/** The scope as the address holds it. */
export function useScope(type: RecordType | undefined): [Scope, (scope: Scope) => void] {
  const [search, setSearch] = useSearchParams();
  const kind = search.get("for");
  const field = type?.fields.find((each) => each.id === search.get("field"))?.id ?? type?.fields[0]?.id ?? "";
  const scope: Scope = {
    kind: kind === "type" || kind === "field" ? kind : "policy",
    field: kind === "field" ? field : "",
  };
  const choose = (next: Scope) =>
    setSearch((before) => {
      const after = new URLSearchParams(before);
      if (next.kind === "policy") after.delete("for");
      else after.set("for", next.kind);
      if (next.kind === "field") after.set("field", next.field || field);
      else after.delete("field");
      return after;
    });
  return [scope, choose];
}

/** The parts of a request that say what the method is for. */
export function scopeParts(
  scope: Scope,
  type: RecordType | undefined,
): { record_type?: string; field?: string } {
  if (scope.kind === "policy" || !type) return {};
  return scope.kind === "type" ? { record_type: type.id } : { record_type: type.id, field: scope.field };
}

/** The method chosen there, and the one that counts where none is. */
export function chosenIn(
  data: Precedence,
  scope: Scope,
  type: RecordType | undefined,
): { own: string | null; wider: string; widerWords: string } {
  const ofType = data.choices.find((choice) => choice.record_type.id === type?.id && !choice.field)?.method;
  const ofField = data.choices.find(
    (choice) => choice.record_type.id === type?.id && choice.field?.id === scope.field,
  )?.method;
  if (scope.kind === "policy") return { own: data.policy, wider: data.policy, widerWords: "" };
  if (scope.kind === "type")
    return { own: ofType ?? null, wider: data.policy, widerWords: "same as the policy" };
  return {
    own: ofField ?? null,
    wider: ofType ?? data.policy,
    widerWords: ofType ? "same as the record type" : "same as the policy",
  };
}
