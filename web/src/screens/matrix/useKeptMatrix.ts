import { useEffect, useState } from "react";
import { api } from "../../api/client";
import type { PolicyState } from "../../api/queries";
import type { KeptMatrix, KeptMatrixAsked } from "../../api/types";
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
  // What was read last stays while something is said about it.
  const [data, setData] = useState<KeptMatrix>();
  const reading = api.useMutation("post", "/api/matrix");
  const { mutate } = reading;
  useEffect(() => {
    if (file) mutate({ body: { content: file.content, state, ...told } }, { onSuccess: setData });
  }, [file, told, state, mutate]);
  return {
    file,
    told,
    data,
    busy: reading.isPending,
    error: (unreadable ?? reading.error) as unknown,
    /** Reads a file, forgetting what was said of the one before but for the mode. */
    choose: async (chosen: File) => {
      setUnreadable(undefined);
      setData(undefined);
      if (chosen.size > SIZE_LIMIT) {
        setUnreadable(new Error(`${chosen.name} holds more than 8 MiB.`));
        return;
      }
      const content = toBase64(new Uint8Array(await chosen.arrayBuffer()));
      setTold(told.mode ? { mode: told.mode } : {});
      setFile({ name: chosen.name, content });
    },
    /** Says how it is to be read. */
    tell: (change: Told) => setTold({ ...told, ...change }),
    again: () => setTold({ ...told }),
  };
}

export type KeptMatrixReading = ReturnType<typeof useKeptMatrix>;
