import type { Condition } from "../../../api/types";
import { operandKey, subjectOf, type Domain } from "./operands";

/** What a blank does to a part of a condition where that may surprise, and the part with it done the other way. */
export type BlankNote = { words: string; offer: string; instead: Condition };

/** Comparisons that read as though a blank fulfilled them, though a blank fulfils none. */
const NEGATIVE = ["not_equal", "none_of"];

/** beside: parts that have to hold together with it. Undefined where a blank does what one expects. */
export function blankNote(node: Condition, domain: Domain, beside: Condition[] = []): BlankNote | undefined {
  const compared = node.not ?? node;
  if (!compared.compare || judgesBlanks(compared, domain)) return undefined;
  const asked = mayBeBlank(compared, domain);
  if (!asked) return undefined;
  const filled: Condition = { compare: "is_filled", left: asked.left };
  const blank: Condition = { compare: "is_blank", left: asked.left };
  if (node.not)
    return beside.some((each) => JSON.stringify(each) === JSON.stringify(filled))
      ? undefined
      : {
          words: `Where ${asked.name} is blank, this is true too.`,
          offer: "exclude blanks",
          instead: { all: [node, filled] },
        };
  return NEGATIVE.includes(compared.compare) &&
    !beside.some((each) => JSON.stringify(each) === JSON.stringify(blank))
    ? {
        words: `Where ${asked.name} is blank, this is false.`,
        offer: "include blanks",
        instead: { any: [node, blank] },
      }
    : undefined;
}

function judgesBlanks(node: Condition, domain: Domain): boolean {
  const takes = domain.vocabulary.comparisons.find((method) => method.name === node.compare)?.takes;
  return takes === undefined || takes === "none";
}

/** The side of a comparison that looks up a field, whose value may be missing. */
function mayBeBlank(node: Condition, domain: Domain) {
  for (const operand of [node.left, node.right]) {
    const key = operandKey(operand);
    const subject = /^(field|stored|through):/.test(key) ? subjectOf(key, domain) : undefined;
    if (operand && subject) return { left: operand, name: subject.name };
  }
  return undefined;
}
