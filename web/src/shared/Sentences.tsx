import { localWords } from "./localWords";

/** What something does to whom, in sentences made by the core; none of them is a proof that no one meets a difference. */
export function Sentences({ sentences, className }: { sentences: string[]; className?: string }) {
  return (
    <ul className={className ?? "consequences"}>
      {sentences.map((sentence) => (
        <li key={sentence}>{localWords(sentence)}</li>
      ))}
      {sentences.length === 0 && <li>Proved: no one’s access changes.</li>}
    </ul>
  );
}
