/**
 * A number as people write it ("1,000", "1 000,50", "1’234.5") in the form that the server takes ("1000", "1000.50").
 * What is no number stays as it is, for the server to refuse. A single comma before three figures groups thousands; a
 * single point never does.
 */
export function plainNumber(text: string): string {
  const tight = text.trim().replace(/(?<=\d)[\s’'](?=\d)/gu, "");
  const grouped = tight !== text.trim();
  const sign = /^[-−–]/u.test(tight) ? "-" : "";
  const body = tight.replace(/^[-−–+]/u, "");
  if (!/^\d[\d.,]*$/.test(body)) return text;
  const last = Math.max(body.lastIndexOf(","), body.lastIndexOf("."));
  if (last < 0) return sign + body;
  const mark = body[last] ?? "";
  const other = mark === "," ? "." : ",";
  const whole = body.slice(0, last);
  const rest = body.slice(last + 1);
  if (whole.includes(mark)) {
    // Written more than once, it groups.
    const groups = body.split(mark);
    const sound = !body.includes(other) && groups.slice(1).every((group) => group.length === 3);
    return sound ? sign + groups.join("") : text;
  }
  if (whole.includes(other)) {
    const groups = whole.split(other);
    return groups.slice(1).every((group) => group.length === 3) && rest !== ""
      ? `${sign}${groups.join("")}.${rest}`
      : text;
  }
  if (mark === "," && !grouped && rest.length === 3 && whole.length <= 3 && !/^0/.test(whole))
    return sign + whole + rest;
  return rest === "" ? text : `${sign}${whole}.${rest}`;
}
