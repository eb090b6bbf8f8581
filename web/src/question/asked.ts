import type { AskedQuestion } from "./useQuestion";

/** The parts of the question that every request carries, blank ones left out. */
export function askedOf(question: AskedQuestion) {
  return {
    record_type: question.type,
    unit: question.unit,
    mode: question.mode,
    channel: question.channel,
    ...(question.record ? { record: question.record } : {}),
    ...(question.at ? { at: question.at } : {}),
    ...(question.network ? { network: question.network } : {}),
    ...(question.place ? { place: question.place } : {}),
  };
}
