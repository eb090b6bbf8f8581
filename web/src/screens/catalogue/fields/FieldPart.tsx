import type { ReactNode } from "react";

/** A part of the field editor under its word. */
export function FieldPart({ word, children }: { word: string; children: ReactNode }) {
  return (
    <div className="part">
      <div className="word">{word}</div>
      <div className="content">{children}</div>
    </div>
  );
}
