import type { Condition, Effect, Field, RecordType, Rule, RuleLine } from "../../api/types";
import { partsOf } from "./conditions/tree";

type Operand = NonNullable<Condition["left"]>;

/** Which field of another record type stands for one of this: identifier by identifier, "" for none. */
export type Matches = Record<string, string>;

/** The fields of a rule, with those that stand for them in another record type by name and kind. */
export function matched(rule: Rule, from: RecordType, to: RecordType): { matches: Matches; asked: Field[] } {
  const matches: Matches = {};
  const asked: Field[] = [];
  for (const id of fieldsOf(rule)) {
    const field = from.fields.find((each) => each.id === id);
    const same = to.fields.find((each) => field && each.kind === field.kind && alike(each.name, field.name));
    if (same) matches[id] = same.id;
    else if (field) asked.push(field);
  }
  return { matches, asked };
}

/** A new rule that says the same; of another record type where one is given, with its fields matched. */
export function carriedOver(rule: Rule, from: RecordType, to: RecordType, matches: Matches): Rule {
  const { id: _id, rank: _rank, ...rest } = rule;
  if (from.id === to.id) return { ...rest, title: `${rule.title} (copy)`.slice(0, 200) };
  const field = (id: string) => matches[id] ?? "";
  const option = (id: string, value: unknown) => {
    const name = from.fields.find((each) => each.id === id)?.options?.find((each) => each.id === value)?.name;
    const own = to.fields
      .find((each) => each.id === field(id))
      ?.options?.find((each) => alike(each.name, name ?? ""));
    return own ? own.id : value;
  };
  const { forms, ...reach } = rule.reach ?? {};
  const kept = (forms ?? []).flatMap((form) => {
    const name = from.forms?.find((each) => each.id === form)?.name ?? "";
    return to.forms?.filter((each) => alike(each.name, name)).map((each) => each.id) ?? [];
  });
  return {
    ...rest,
    record_type: to.id,
    ...(rule.reach ? { reach: { ...reach, ...(kept.length > 0 ? { forms: kept } : {}) } } : {}),
    ...(rule.when ? { when: condition(rule.when, field, option) } : {}),
    lines: rule.lines.map((line) => lineOf(line, from, to, field, option)),
  };
}

type Rename = (id: string) => string;
type Option = (field: string, value: unknown) => unknown;

function lineOf(line: RuleLine, from: RecordType, to: RecordType, field: Rename, option: Option): RuleLine {
  const first = line.fields?.[0] ?? "";
  const effects = (list: Effect[]) =>
    list.map((each) => (each.to ? { ...each, to: operand(each.to, first, field, option) } : each));
  const sections = (line.sections ?? []).flatMap((id) => {
    const name = from.sections.find((each) => each.id === id)?.name ?? "";
    return to.sections.filter((each) => alike(each.name, name)).map((each) => each.id);
  });
  return {
    ...(line.actions || line.record
      ? { ...(line.actions ? { actions: line.actions } : {}), ...(line.record ? { record: true } : {}) }
      : { fields: (line.fields ?? []).map(field).filter((id) => id !== "") }),
    ...(sections.length > 0 ? { sections } : {}),
    effects: effects(line.effects),
    ...(line.otherwise ? { otherwise: effects(line.otherwise) } : {}),
  };
}

function condition(node: Condition, field: Rename, option: Option): Condition {
  const parts = partsOf(node).map((part) => condition(part, field, option));
  if (node.all) return { all: parts };
  if (node.any) return { any: parts };
  if (node.not) return { not: parts[0] };
  const about = node.left?.field ?? node.left?.stored ?? "";
  return {
    ...node,
    ...(node.left ? { left: operand(node.left, about, field, option) } : {}),
    ...(node.right ? { right: operand(node.right, about, field, option) } : {}),
  };
}

/** about: the field whose options the values are. What is looked up through a reference keeps the field there. */
function operand(found: Operand, about: string, field: Rename, option: Option): Operand {
  const next = { ...found };
  if (found.through !== undefined) next.through = field(found.through);
  else if (found.field !== undefined) next.field = field(found.field);
  if (found.stored !== undefined) next.stored = field(found.stored);
  if (found.value !== undefined) next.value = option(about, found.value) as Operand["value"];
  if (found.values) next.values = found.values.map((each) => option(about, each)) as Operand["values"];
  return next;
}

/** Identifiers of all fields of its record type that a rule names, each once. */
function fieldsOf(rule: Rule): string[] {
  const found: string[] = [];
  const look = (each: Operand | undefined) => {
    if (!each) return;
    const id = each.through ?? each.field ?? each.stored;
    if (id !== undefined) found.push(id);
  };
  const walk = (node: Condition) => {
    look(node.left);
    look(node.right);
    partsOf(node).forEach(walk);
  };
  if (rule.when) walk(rule.when);
  for (const line of rule.lines) {
    found.push(...(line.fields ?? []));
    [...line.effects, ...(line.otherwise ?? [])].forEach((effect) => look(effect.to));
  }
  return [...new Set(found)];
}

const alike = (one: string, other: string) => one.toLowerCase() === other.toLowerCase();
