import { useQuery } from "@tanstack/react-query";
import { ask } from "../../api/client";
import type { Named } from "../../api/types";

type RecordTypes = { record_types: { id: string; name: string; plural: string }[]; units: Named[] };

/** The record types and units of the edition in force. */
export const useRecordTypes = () => useQuery({ queryKey: ["records", "types"], queryFn: () => ask<RecordTypes>("/api/records") });
