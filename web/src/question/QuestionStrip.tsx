import { useState, type ReactNode } from "react";
import { useCatalogue, useDirectory, usePeople } from "../api/queries";
import { AudiencePick } from "./AudiencePick";
import { Pick } from "./Pick";
import { RecordPick } from "./RecordPick";
import { StripTools } from "./StripTools";
import { CHANNELS, MODES, NEWCOMER, type Channel, type Mode } from "./useQuestion";
import { useSubject } from "./useSubject";
import { WhenPick } from "./WhenPick";

type Props = {
  /** What is picked there, or the name of whom the page is about. */
  who: "audiences" | "person" | { name: string };
  tools?: ReactNode;
  /** Parts that the copied question has beside those in the address. */
  copied?: () => Record<string, string>;
};

/** The question as a sentence, at the top of the page; each part is changed where it stands. */
export function QuestionStrip({ who, tools, copied }: Props) {
  const { question, change } = useSubject();
  const catalogue = useCatalogue(question.state);
  const directory = useDirectory();
  return (
    <section className="strip" aria-label="The question">
      <span>As</span>
      {typeof who === "object" ? (
        <b>{who.name}</b>
      ) : who === "audiences" ? (
        <AudiencePick
          purpose="columns"
          chosen={question.audiences}
          onChange={(audiences) => change({ audiences })}
        />
      ) : (
        <PersonPick as={question.as} onPick={(as) => change({ as })} />
      )}
      <span>on</span>
      <Pick
        label="Record type"
        value={question.type}
        onPick={(type) => change({ type, record: "" })}
        options={(catalogue.data?.record_types ?? []).map((type) => ({ value: type.id, label: type.name }))}
      />
      <span className="comma">,</span>
      <Pick
        label="Mode"
        value={question.mode}
        onPick={(mode) => change({ mode: mode as Mode })}
        options={Object.entries(MODES).map(([value, label]) => ({ value, label }))}
      />
      <RecordPick
        record={question.record}
        blank={who === "person" ? "a blank record" : "any record"}
        onPick={(record) =>
          change({ record, ...(record && question.mode === "create" ? { mode: "edit" } : {}) })
        }
      />
      <span>through</span>
      <Pick
        label="Channel"
        value={question.channel}
        onPick={(channel) => change({ channel: channel as Channel })}
        options={Object.entries(CHANNELS).map(([value, label]) => ({ value, label }))}
      />
      <span className="comma">, at</span>
      <Pick
        label="Business unit"
        value={question.unit}
        onPick={(unit) => change({ unit })}
        options={(directory.data?.units ?? []).map((unit) => ({ value: unit.id, label: unit.name }))}
      />
      <span className="comma">,</span>
      <WhenPick
        question={question}
        places={catalogue.data?.vocabulary.places ?? []}
        zone={catalogue.data?.vocabulary.time_zone ?? ""}
        onPick={change}
      />
      <StripTools
        state={question.state}
        onState={(state) => change({ state })}
        tools={tools}
        copied={copied}
      />
    </section>
  );
}

function PersonPick({ as, onPick }: { as: string; onPick: (as: string) => void }) {
  const [search, setSearch] = useState("");
  const people = usePeople(search, "", 1, 50);
  const directory = useDirectory();
  const chosen = usePeople(as, "", 1, 5);
  const known = chosen.data?.items.find((user) => user.id === as);
  const roles = new Map((directory.data?.roles ?? []).map((role) => [role.id, role.name]));
  const options = (people.data?.items ?? []).map((user) => ({
    value: user.id,
    label: user.name,
    hint: user.roles.map((id) => roles.get(id) ?? id).join(", "),
  }));
  if (!search) options.push({ value: NEWCOMER, label: "someone with no role", hint: "group or department" });
  if (known && !options.some((option) => option.value === as))
    options.unshift({ value: known.id, label: known.name, hint: "" });
  return (
    <Pick label="Person" value={as || "someone"} options={options} onPick={onPick} onSearch={setSearch} />
  );
}
