import { api } from "../../api/client";

/** The record types and units of the edition in force. */
export const useRecordTypes = () => api.useQuery("get", "/api/records");
