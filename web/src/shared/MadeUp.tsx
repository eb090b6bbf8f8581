/** Says that values stand in for stored ones which the viewer may not see. */
export function MadeUp({ names }: { names: string[] | undefined }) {
  if (!names || names.length === 0) return null;
  return (
    <div className="notice calm" role="note" aria-label="Made-up values">
      <b>{names.length === 1 ? "One value is made up" : `${names.length} values are made up`}</b>, because you
      can’t see the stored {names.length === 1 ? "one" : "ones"} yourself: {names.join(", ")}.
    </div>
  );
}
