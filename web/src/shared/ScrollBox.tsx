import type { ReactNode } from "react";

/** A part of a dialog that scrolls by itself, by keyboard too. label: what it holds; height: pixels at most. */
export function ScrollBox({
  label,
  height,
  children,
}: {
  label: string;
  height: number;
  children: ReactNode;
}) {
  return (
    <div role="region" aria-label={label} tabIndex={0} style={{ maxHeight: height, overflow: "auto" }}>
      {children}
    </div>
  );
}
