import { keepPreviousData } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api } from "../../api/client";
import type { RecordType } from "../../api/types";
import { askedOf } from "../../question/asked";
import type { AskedQuestion } from "../../question/useQuestion";
import { documentOf } from "./typeDraft";

const PAUSE = 200;

/** What is wrong with an edited record type, and the form that someone would get, a moment after the last edit. */
export function useTypePreview(type: RecordType, question: AskedQuestion, person: string, wanted: boolean) {
  const [settled, setSettled] = useState(type);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(type), PAUSE);
    return () => clearTimeout(timer);
  }, [type]);
  const body = {
    record_type: documentOf(settled),
    question: { ...askedOf(question), as: person ? `user:${person}` : "everyone:" },
  };
  return api.useQuery(
    "post",
    "/api/record-types/preview",
    { body },
    { enabled: wanted && settled.id === type.id, placeholderData: keepPreviousData },
  );
}
