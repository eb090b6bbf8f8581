import { describe, expect, it } from "vitest";
import type { Field, RecordType, Vocabulary } from "../../../api/types";
import { withIdentifier, withName } from "./fieldIdentifier";
import { readFieldList } from "./fieldList";

const kind = (name: string, title: string, words: string[] = [], takes: string[] = []) => ({
  ...{ name, title, words, takes, example: "", family: "text" },
});
const kinds: Vocabulary["kinds"] = [
  kind("text", "text", ["string"]),
  kind("yes_no", "yes or no", ["checkbox"]),
  kind("choice", "choice", ["dropdown"], ["options"]),
  kind("computed", "computed", ["formula"], ["formula"]),
];
const field = (id: string, name: string, more: Partial<Field> = {}): Field => ({
  ...{ id, name, kind: "text", section: "main", label: "open", about: { sample: "", family: "text" } },
  ...more,
});
const type = {
  ...{ id: "loan", name: "Loan", sections: [{ id: "main", name: "Main" }], records: 0, rules: 0, etag: "" },
  fields: [field("price", "Price"), field("total", "Total", { formula: "price * max(price, 2)" })],
  title_field: "price",
  list_fields: ["total", "price"],
  forms: [{ id: "f", name: "F", for: [], sections: [{ id: "main", fields: ["price"] }] }],
} as unknown as RecordType;
const read = (text: string) => readFieldList(text, { kinds, type, section: "main", label: "open" });

describe("a list of fields", () => {
  it("reads names, kinds by any word, options and formulas, whatever stands between them", () => {
    const { fields, faults } = read(
      "Maker\r\n\n  Gilded ; Check-Box\nState\tDropdown\tAsked for | Done || Asked, for\nSum, FORMULA, price * 2\nPrice, Yes_No\n",
    );
    expect(faults).toEqual([`Line 3: there is no kind “Check-Box”`]);
    expect(fields.map(({ id, kind: name }) => [id, name])).toEqual([
      ["maker", "text"],
      ["state", "choice"],
      ["sum", "computed"],
      ["price_2", "yes_no"],
    ]);
    expect(fields[1]?.options?.map(({ id }) => id)).toEqual(["asked-for", "done", "asked-for-2"]);
    expect(fields[2]?.formula).toBe("price * 2");
    expect(read("\n".repeat(600)).faults).toHaveLength(1);
  });
});

describe("the identifier of a field", () => {
  it("follows the name wherever it stands, until it was set by hand or is kept", () => {
    const price = type.fields[0] as Field;
    const renamed = withName(type, price, "Fee", true);
    expect(JSON.stringify(renamed)).not.toContain('"price"');
    expect(renamed.fields[1]?.formula).toBe("fee * max(fee, 2)");
    expect([renamed.title_field, renamed.list_fields]).toEqual(["fee", ["total", "fee"]]);
    expect(withName(type, price, "Fee", false).fields[0]).toMatchObject({ id: "price", name: "Fee" });
    const byHand = withIdentifier(type, price, "cost");
    const again = withName(byHand, byHand.fields[0] as Field, "Fee", true);
    expect(again.fields[0]).toMatchObject({ id: "cost", name: "Fee" });
    expect(withName(type, price, "Total", true).fields[0]?.id).toBe("total_2");
  });
});
