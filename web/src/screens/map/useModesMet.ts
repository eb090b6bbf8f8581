import { useMemo } from "react";
import { api } from "../../api/client";
import { askedOf } from "../../question/asked";
import { MODES, type Mode } from "../../question/useQuestion";
import { useSubject } from "../../question/useSubject";

const ALL = Object.keys(MODES) as Mode[];

/**
 * The modes that a rule about some fields and audiences is begun with: the one that is looked at, and all others in which
 * some of them meet some of the fields now. Undefined while it is asked.
 */
export function useModesMet(fields: string[], audiences: string[]): Mode[] | undefined {
  const { question } = useSubject();
  const asked = { as: audiences[0] ?? "everyone:", ...askedOf(question) };
  const met = api.useQuery(
    "post",
    "/api/ask/modes",
    { body: { question: asked, fields, audiences, state: question.state } },
    { enabled: fields.length > 0 && audiences.length > 0 },
  );
  const { data, error } = met;
  return useMemo(() => {
    // Where it can't be told, the rule speaks of what is looked at.
    if (error) return [question.mode];
    return data && ALL.filter((mode) => mode === question.mode || data.modes.includes(mode));
  }, [data, error, question.mode]);
}

/** What a rule is said to reach: nothing where it is all modes. */
export const reachOf = (modes: Mode[]): { modes?: Mode[] } => (modes.length === ALL.length ? {} : { modes });

/** "in every mode", "while creating, editing and viewing". */
export function inWords(modes: Mode[]): string {
  if (modes.length === ALL.length) return "in every mode";
  const words = modes.map((mode) => MODES[mode]);
  return `while ${[words.slice(0, -1).join(", "), words.at(-1)].filter(Boolean).join(" and ")}`;
}
