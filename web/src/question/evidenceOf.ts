/** Address of the page of evidence about a field or an action: for one audience ("role:courier"), or for everyone. */
export const evidenceOf = (
  field: string,
  search: string,
  audience?: string,
): { pathname: string; search: string } => ({
  pathname: ["/evidence/field", field, audience]
    .filter((part): part is string => part !== undefined)
    .map((part, place) => (place === 0 ? part : encodeURIComponent(part)))
    .join("/"),
  search,
});
