/** Shown while something is fetched; says so to screen readers too. */
export function Loading({ what = "Loading" }: { what?: string }) {
  return (
    <div className="empty" role="status">
      {what} …
    </div>
  );
}
