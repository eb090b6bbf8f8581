import { App } from "antd";
import { useState } from "react";
import { server } from "../../api/client";
import { saveAsFile } from "../../shared/saveAsFile";
import type { Topic } from "./deeds";

type Filters = {
  kind: string;
  person: string;
  number: string;
  subject: string;
  from: string;
  to: string;
  topic: Topic | "";
};

/** Entries that one file holds at most. */
const MOST = 20_000;
const PAGE = 1000;

/** Saves the entries that are listed, all pages of them, each with its digest. */
export function SaveJournal({ filters }: { filters: Filters }) {
  const { message } = App.useApp();
  const [busy, setBusy] = useState(false);
  const save = async () => {
    setBusy(true);
    try {
      const { topic, ...rest } = filters;
      const entries: unknown[] = [];
      for (let page = 1; ; page += 1) {
        const query = { ...rest, ...(topic ? { topic } : {}), page, per_page: PAGE };
        const found = await server.GET("/api/journal", { params: { query } });
        entries.push(...(found.data?.items ?? []));
        const total = found.data?.total ?? 0;
        if (entries.length >= Math.min(total, MOST) || (found.data?.items ?? []).length === 0) {
          saveAsFile("journal.json", { entries, total });
          if (total > MOST)
            message.info(`The newest ${MOST} of ${total} entries were saved. Narrow the dates`);
          break;
        }
      }
    } finally {
      setBusy(false);
    }
  };
  return (
    <button type="button" className="plain" disabled={busy} onClick={() => void save()}>
      {busy ? "Downloading …" : "JSON"}
    </button>
  );
}
