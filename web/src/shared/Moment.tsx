import { localMoment } from "./localMoment";

/** A moment like "2026-11-27T10:00:00Z" in one piece, as the reader's clock and locale write it. */
export function Moment({ at }: { at: string }) {
  return (
    <time className="unbroken" dateTime={at}>
      {localMoment(at)}
    </time>
  );
}
