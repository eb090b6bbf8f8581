import { useQueryClient } from "@tanstack/react-query";
import { App } from "antd";
import { useEffect } from "react";
import { watch } from "../api/pulse";
import { useAccount } from "./account";

/** Has an open page follow what others do, and what happened while the session was over; tells of a new edition. */
export function useWhatHappensElsewhere(): void {
  const client = useQueryClient();
  const { message } = App.useApp();
  const { ended, renew } = useAccount();
  useEffect(() => {
    if (ended) return undefined;
    void client.invalidateQueries({ predicate: (fetched) => fetched.state.status === "error" });
    return watch(client, (edition) => {
      if (edition !== undefined) message.info(`Edition ${edition} is now in force`);
      renew();
    });
  }, [client, message, ended, renew]);
}
