import type { ReactNode } from "react";
import type { Fault } from "../../api/types";

type Props = { word: string; part: string; faults: Fault[]; pointer: string; children: ReactNode };

/** One part of the rule: its word in the margin, its editor, and what is wrong with it. */
export function RulePart({ word, part, faults, pointer, children }: Props) {
  const own = faults.filter((fault) => fault.pointer === pointer || fault.pointer.startsWith(`${pointer}/`));
  return (
    <div className={`part ${own.length > 0 ? "faulty" : ""}`} data-part={part}>
      <div className="word">{word}</div>
      <div className="content">
        {children}
        {own.map((fault) => (
          <div className="fault" key={`${fault.pointer} ${fault.message}`}>
            {faultWords(fault)}
          </div>
        ))}
      </div>
    </div>
  );
}

const MISSING: Record<string, string> = {
  "/effects": "Say what becomes of the fields.",
  "/targets": "Name at least one field or section.",
  "/audience": "Say whom the rule is for: somebody, or everyone outright.",
  "/audience/any": "Say whom the rule is for: somebody, or everyone outright.",
  "/title": "Give the rule a title.",
};

/** What is wrong, as somebody who fills in the rule would say it. */
export function faultWords(fault: Fault): string {
  const missing = fault.message.includes("empty") || fault.message.startsWith("does not have the form");
  return missing ? (MISSING[fault.pointer] ?? fault.message) : fault.message;
}
