import { useCatalogue, useDirectory } from "../../api/queries";
import { AudiencePick } from "../../question/AudiencePick";
import { Pick } from "../../question/Pick";
import { StripTools } from "../../question/StripTools";
import type { OpenQuestion } from "../../question/useOpenQuestion";
import { CHANNELS, MODES } from "../../question/useQuestion";

type Props = {
  question: OpenQuestion;
  change: (part: Record<string, string> | { audiences: string[] } | { state: OpenQuestion["state"] }) => void;
};

const ANY = { value: "", label: "any" };

/** What the findings are to be about, as a sentence; each part may stay open. */
export function FindingsStrip({ question, change }: Props) {
  const catalogue = useCatalogue(question.state);
  const directory = useDirectory();
  const named = (words: Record<string, string>) =>
    Object.entries(words).map(([value, label]) => ({ value, label }));
  return (
    <section className="strip" aria-label="The question">
      <span>For</span>
      <AudiencePick
        purpose="whom"
        chosen={question.audiences}
        onChange={(audiences) => change({ audiences })}
      />
      <span>on</span>
      <Pick
        label="Record type"
        value={question.type}
        onPick={(type) => change({ type })}
        options={[
          { value: "", label: "every record type" },
          ...(catalogue.data?.record_types ?? []).map((type) => ({ value: type.id, label: type.name })),
        ]}
      />
      <span className="comma">,</span>
      <Pick
        label="Mode"
        value={question.mode}
        onPick={(mode) => change({ mode })}
        options={[{ ...ANY, label: "in any mode" }, ...named(MODES)]}
      />
      <span>through</span>
      <Pick
        label="Channel"
        value={question.channel}
        onPick={(channel) => change({ channel })}
        options={[{ ...ANY, label: "any channel" }, ...named(CHANNELS)]}
      />
      <span className="comma">, at</span>
      <Pick
        label="Business unit"
        value={question.unit}
        onPick={(unit) => change({ unit })}
        options={[
          { ...ANY, label: "any unit" },
          ...(directory.data?.units ?? []).map((unit) => ({ value: unit.id, label: unit.name })),
        ]}
      />
      <StripTools state={question.state} onState={(state) => change({ state })} />
    </section>
  );
}
