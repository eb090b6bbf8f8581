import { useState } from "react";
import { api } from "../../api/client";
import type { PolicyState } from "../../api/queries";
import type { KeptMatrixAsked } from "../../api/types";
import { toBase64 } from "../../shared/base64";

const SIZE_LIMIT = 8 * 1024 * 1024;

/** How a file is to be read, as far as somebody has said so. */
export type Told = Pick<
  KeptMatrixAsked,
  "record_type" | "sheet" | "mode" | "separator" | "encoding" | "meanings" | "fields" | "audiences"
>;

/** A spreadsheet that was chosen, how it is to be read, and what the server makes of it beside a policy. */
export function useKeptMatrix(state: PolicyState) {
  const [file, setFile] = useState<{ name: string; content: string }>();
  const [told, setTold] = useState<Told>({});
  const [unreadable, setUnreadable] = useState<Error>();
  const [asked, setAsked] = useState(state);
  const reading = api.useMutation("post", "/api/matrix");
  const ask = (content: string, next: Told, of: PolicyState) => {
    setTold(next);
    setAsked(of);
    reading.mutate({ body: { content, state: of, ...next } });
  };
  if (file && asked !== state && !reading.isPending) ask(file.content, told, state);
  return {
    file,
    told,
    data: reading.data,
    busy: reading.isPending,
    error: (unreadable ?? reading.error) as unknown,
    /** Reads a file, forgetting what was said of the one before but for the mode. */
    choose: async (chosen: File) => {
      setUnreadable(undefined);
      if (chosen.size > SIZE_LIMIT) {
        setUnreadable(new Error(`${chosen.name} holds more than 8 MiB.`));
        return;
      }
      const content = toBase64(new Uint8Array(await chosen.arrayBuffer()));
      setFile({ name: chosen.name, content });
      ask(content, told.mode ? { mode: told.mode } : {}, state);
    },
    /** Says how it is to be read. */
    tell: (change: Told) => file && ask(file.content, { ...told, ...change }, state),
    again: () => file && ask(file.content, told, state),
  };
}

export type KeptMatrixReading = ReturnType<typeof useKeptMatrix>;
