type Asked = {
  user: string;
  record_type: string;
  unit: string;
  mode: string;
  channel?: string;
  stored?: object;
  entered?: object;
  at?: string;
  network?: string;
  place?: string;
};

/**
 * The query string that opens an example in the rehearsal: who, what, where, when, and the values of the record.
 * example.question: a question document; zone: of the policy, by whose clocks the rehearsal tells the time.
 */
export function exampleSearch(example: { question: object }, state: string, zone: string): string {
  const question = example.question as Asked;
  const parts = new URLSearchParams({
    as: question.user,
    type: question.record_type,
    unit: question.unit,
    mode: question.mode,
    channel: question.channel ?? "form",
    policy: state,
  });
  const values = { ...question.stored, ...question.entered };
  if (Object.keys(values).length > 0) parts.set("values", JSON.stringify(values));
  if (question.at && zone) parts.set("at", byClocks(question.at, zone));
  if (question.network) parts.set("network", question.network);
  if (question.place) parts.set("place", question.place);
  return `?${parts}`;
}

/** "2026-06-01T12:00:00Z" -> "2026-06-01T13:00", as the clocks of a zone show it; Swedish writes a moment as ISO 8601 does. */
function byClocks(at: string, zone: string): string {
  return new Intl.DateTimeFormat("sv-SE", { timeZone: zone, dateStyle: "short", timeStyle: "short" })
    .format(new Date(at))
    .replace(" ", "T");
}
