import { keepPreviousData } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api } from "../../api/client";

const PAUSE = 350;

/** What an edit of a record type or a baseline would do, a moment after the last key; document: undefined where it goes. */
export function useSubjectImpact(
  kind: "record_type" | "baseline",
  id: string,
  document: Record<string, unknown> | undefined,
  wanted: boolean,
) {
  const text = JSON.stringify(document ?? null);
  const [settled, setSettled] = useState(text);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(text), PAUSE);
    return () => clearTimeout(timer);
  }, [text]);
  const after = JSON.parse(settled) as Record<string, unknown> | null;
  const asked = api.useQuery(
    "post",
    "/api/catalogue/consequences",
    { body: { kind, id, ...(after ? { after } : {}) } },
    { enabled: wanted, placeholderData: keepPreviousData },
  );
  return { ...asked, waiting: asked.isFetching || settled !== text };
}
