import { App } from "antd";
import { useState } from "react";
import { toCsv, type CsvCell } from "./csv";
import { server } from "../api/client";
import { saveBlob, saveText } from "./saveAsFile";
import { useSource } from "./useSource";

type Props = {
  /** Name of the file, without its ending. */
  name: string;
  /** Names of the columns; empty where the first of the rows has them. */
  heading: string[];
  /** The whole list, also what the page does not show. */
  rows: () => CsvCell[][] | Promise<CsvCell[][]>;
  /** Places of columns whose cells begin with an access level. */
  inks?: number[];
};

/** Saves a list as CSV, or as a workbook. */
export function SaveList({ name, heading, rows, inks = [] }: Props) {
  const { message } = App.useApp();
  const [busy, setBusy] = useState(false);
  const source = useSource();
  const save = async (write: (rows: CsvCell[][]) => Promise<void> | void) => {
    setBusy(true);
    try {
      await write(await rows());
    } catch {
      message.error("The list could not be loaded in full; nothing was saved");
    } finally {
      setBusy(false);
    }
  };
  const csv = (found: CsvCell[][]) =>
    saveText(
      `${name}.csv`,
      toCsv([...(heading.length > 0 ? [heading] : []), ...found, [], ["Source", source()]]),
      "text/csv",
    );
  const workbook = async (found: CsvCell[][]) => {
    const [first = [], ...rest] = heading.length > 0 ? [heading, ...found] : found;
    const body = {
      name,
      heading: first.map((cell) => String(cell ?? "")),
      rows: rest.map((row) => row.map((cell) => cell ?? null)),
      inks,
      source: source(),
    };
    const { data } = await server.POST("/api/workbook", { body, parseAs: "blob" });
    if (data) saveBlob(`${name}.xlsx`, data);
  };
  return (
    <>
      <button type="button" className="plain" disabled={busy} aria-busy={busy} onClick={() => void save(csv)}>
        CSV
      </button>
      <button
        type="button"
        className="plain"
        disabled={busy}
        aria-busy={busy}
        onClick={() => void save(workbook)}
      >
        XLSX
      </button>
    </>
  );
}

/** All items of a list that is given out a page at a time. fetch: one page, from 1 on. */
export async function everyPage<Item>(
  fetch: (page: number) => Promise<{ items: Item[]; total: number }>,
): Promise<Item[]> {
  const found: Item[] = [];
  for (let page = 1; ; page += 1) {
    const { items, total } = await fetch(page);
    found.push(...items);
    if (items.length === 0 || found.length >= total) return found;
  }
}
