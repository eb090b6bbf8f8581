import { describe, expect, it } from "vitest";
import type { RecordType } from "../../api/types";
import { isShown } from "./useShownRows";

const type = { fields: [{ id: "fee", name: "Loan fee" }] } as unknown as RecordType;
const shown = (find: string, unfolded: boolean) =>
  ["record/whole", "action/delete", "fee"].filter((field) => isShown(field, type, find, unfolded));

describe("the rows of the map", () => {
  it("fold the actions under the whole record, and are found by name, actions too", () => {
    expect(shown("", false)).toEqual(["record/whole", "fee"]);
    expect(shown("", true)).toEqual(["record/whole", "action/delete", "fee"]);
    expect(shown(" FEE ", false)).toEqual(["fee"]);
    expect(shown("delete", false)).toEqual(["action/delete"]);
  });
});
