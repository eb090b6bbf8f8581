import { describe, expect, it } from "vitest";
import type { Directory } from "../../api/types";
import { readPeopleList } from "./peopleList";

const node = (id: string, name: string) => ({ id, name, above: [], members: 0 });
const directory = {
  roles: [node("courier", "Courier")],
  groups: [node("night", "Night Custodians")],
  units: [node("kiln", "The Kiln Works")],
  departments: [node("loans", "Loans")],
  people: 0,
} as unknown as Directory;

describe("a list of people", () => {
  it("reads names, addresses and what they are in, in any order", () => {
    const { edits, faults } = readPeopleList(
      "Asha Brandt, asha@example.org, courier; the kiln works\r\n\nZdeněk Trelawney\tLoans\tnight\nAsha Brandt",
      directory,
      false,
    );
    expect(faults).toEqual([]);
    expect(edits.map((edit) => edit.after)).toEqual([
      {
        id: "asha.brandt",
        name: "Asha Brandt",
        email: "asha@example.org",
        roles: ["courier"],
        units: ["kiln"],
      },
      { id: "zdenek.trelawney", name: "Zdeněk Trelawney", department: "loans", groups: ["night"] },
      { id: "asha.brandt.2", name: "Asha Brandt" },
    ]);
    expect(edits.every((edit) => edit.new)).toBe(true);
  });

  it("names the line of what is not known, or makes it a role, once", () => {
    const text = "Pat, Mender\nLou, mender, Courier";
    expect(readPeopleList(text, directory, false).faults).toEqual([
      "Line 1: there is no role, group, department or unit called “Mender”",
      "Line 2: there is no role, group, department or unit called “mender”",
    ]);
    const { edits, faults } = readPeopleList(text, directory, true);
    expect(faults).toEqual([]);
    expect(edits.map(({ list, id, after }) => [list, id, after?.roles])).toEqual([
      ["roles", "mender", undefined],
      ["users", "pat", ["mender"]],
      ["users", "lou", ["mender", "courier"]],
    ]);
  });
});
