import { useState, type FocusEvent, type ReactNode } from "react";
import type { Fault } from "../../api/types";

/** Milliseconds before what is missing is told, so that nothing moves under the pointer that has just left. */
const CALM = 600;

type Props = {
  word: string;
  part: string;
  faults: Fault[];
  pointer: string;
  /** Is what is missing told although no one has been here yet? */
  tried?: boolean;
  /** Only what is wrong with this very place, not with what is in it. */
  exactly?: boolean;
  children: ReactNode;
};

/** One part of the rule: its word in the margin, its editor, what is wrong with it, and, once left, what is missing. */
export function RulePart({ word, part, faults, pointer, tried = true, exactly = false, children }: Props) {
  const [left, setLeft] = useState(false);
  const own = faults.filter(
    (fault) => fault.pointer === pointer || (!exactly && fault.pointer.startsWith(`${pointer}/`)),
  );
  const told = tried || left ? own : own.filter((fault) => !isMissing(fault));
  const onBlur = ({ currentTarget, relatedTarget }: FocusEvent) => {
    if (!currentTarget.contains(relatedTarget)) setTimeout(() => setLeft(true), CALM);
  };
  return (
    <div className={`part ${told.length > 0 ? "faulty" : ""}`} data-part={part} onBlur={onBlur}>
      <div className="word">{word}</div>
      <div className="content">
        {children}
        {told.map((fault) => (
          <div className="fault" key={`${fault.pointer} ${fault.message}`}>
            {faultWords(fault)}
          </div>
        ))}
      </div>
    </div>
  );
}

/** Is it about something that is not there yet, rather than about something that is wrong? */
const isMissing = ({ message }: Fault) => /empty|^does not have the form|^name at least|^lacks/.test(message);

const MISSING: Record<string, string> = {
  "/line/effects": "Choose what happens to the fields.",
  "/line/otherwise": "Choose what happens otherwise, or remove the line.",
  "/line": "Choose at least one field or section.",
  "/lines": "Choose fields and what happens to them.",
  "/audience": "Choose an audience, or everyone.",
  "/audience/any": "Choose an audience, or everyone.",
  "/title": "Give the rule a title.",
};

/** What is wrong, as someone who fills in the rule would say it. */
export function faultWords(fault: Fault): string {
  const place = fault.pointer.replace(/^\/lines\/\d+/, "/line");
  return isMissing(fault) ? (MISSING[place] ?? fault.message) : fault.message;
}
