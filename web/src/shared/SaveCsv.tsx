import { App } from "antd";
import { useState } from "react";
import { toCsv, type CsvCell } from "./csv";
import { saveText } from "./saveAsFile";
import { useSource } from "./useSource";

type Props = {
  /** Name of the file, without its ending. */
  name: string;
  /** Names of the columns; empty where the first of the rows has them. */
  heading: string[];
  /** The whole list, also what the page does not show. */
  rows: () => CsvCell[][] | Promise<CsvCell[][]>;
};

/** Saves a list as CSV. */
export function SaveCsv({ name, heading, rows }: Props) {
  const { message } = App.useApp();
  const [busy, setBusy] = useState(false);
  const source = useSource();
  const save = async () => {
    setBusy(true);
    try {
      saveText(
        `${name}.csv`,
        toCsv([...(heading.length > 0 ? [heading] : []), ...(await rows()), [], ["Source", source()]]),
        "text/csv",
      );
    } catch {
      message.error("The list could not be loaded in full; nothing was saved");
    } finally {
      setBusy(false);
    }
  };
  return (
    <button type="button" className="plain" disabled={busy} aria-busy={busy} onClick={() => void save()}>
      CSV
    </button>
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
