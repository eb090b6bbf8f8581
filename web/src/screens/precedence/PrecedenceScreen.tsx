import { App, Button, Radio, Select } from "antd";
import { useState } from "react";
import { Link } from "react-router";
import { api } from "../../api/client";
import type { Precedence, RecordType } from "../../api/types";
import { askedOf } from "../../question/asked";
import { Word } from "../../help/Word";
import { QuestionStrip } from "../../question/QuestionStrip";
import { useSubject } from "../../question/useSubject";
import { Loading } from "../../shared/Loading";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { useAccount } from "../../shell/account";
import { OutcomeTables } from "./OutcomeTables";
import { chosenIn, scopeParts, useScope, type Scope } from "./scope";
import { SwitchingPreview } from "./SwitchingPreview";

/** Stands for "no method of its own" among the methods. */
const WIDER = "";

/** How two rules that speak of one facet become one: the method that counts, every other, and what switching would change. */
export default function PrecedenceScreen() {
  const { question, type, ready } = useSubject();
  const [scope, setScope] = useScope(type);
  const precedence = api.useQuery("get", "/api/precedence", { params: { query: { state: question.state } } });
  const data = precedence.data;
  return (
    <>
      <QuestionStrip who="audiences" />
      <main className="page">
        {precedence.error ? (
          <ProblemNotice error={precedence.error} onAgain={() => void precedence.refetch()} />
        ) : null}
        {(!data || !ready) && !precedence.error && <Loading />}
        {data && ready && !type && (
          <div className="empty">
            No record types yet. Import one from a file in the <Link to="/catalogue">Catalogue</Link>.
          </div>
        )}
        {data && type && (
          <Methods
            key={`${scope.kind} ${scope.field} ${type.id} ${question.state}`}
            data={data}
            type={type}
            scope={scope}
            setScope={setScope}
          />
        )}
      </main>
    </>
  );
}

function Methods({
  data,
  type,
  scope,
  setScope,
}: {
  data: Precedence;
  type: RecordType;
  scope: Scope;
  setScope: (scope: Scope) => void;
}) {
  const { question } = useSubject();
  const { may } = useAccount();
  const { message } = App.useApp();
  const { own, wider, widerWords } = chosenIn(data, scope, type);
  const [looked, setLooked] = useState<string | null>(null);
  const titles = new Map(data.methods.map((each) => [each.name, each.title]));
  const picked = looked ?? own ?? WIDER;
  const method = data.methods.find((each) => each.name === (picked || wider));
  const other = picked !== (own ?? WIDER);
  const wanted = { precedence: picked || null, ...scopeParts(scope, type) };
  const preview = api.useQuery(
    "post",
    "/api/precedence/preview",
    { body: { ...wanted, question: askedOf(question) } },
    { enabled: other },
  );
  const keeping = api.useMutation("put", "/api/precedence", {
    // What was picked meanwhile stays picked.
    onSuccess: (_, { body }) => {
      setLooked((now) => ((now || null) === (body.precedence ?? null) ? null : now));
      message.success("Saved to the change set");
    },
  });
  const { error } = keeping;
  const keep = () => keeping.mutate({ body: wanted });
  const forWords =
    scope.kind === "policy"
      ? "the policy"
      : scope.kind === "type"
        ? type.name
        : (type.fields.find((field) => field.id === scope.field)?.name ?? "");
  return (
    <div className="split wide">
      <div className="sheet">
        <div className="head">
          <h1>Precedence</h1>
          <span className="soft">how disagreeing rules are combined; the most specific setting applies</span>
        </div>
        <p className="soft">
          Each facet is decided separately. Under every method, hidden and locked take priority over required.{" "}
          <Word word="guardrail">Guardrails</Word> are applied last.
        </p>
        <ScopePick scope={scope} type={type} setScope={setScope} />
        <Radio.Group
          aria-label="Method"
          value={picked}
          onChange={(event) => setLooked(event.target.value as string)}
          className="methods"
          options={[
            ...(scope.kind === "policy"
              ? []
              : [
                  {
                    value: WIDER,
                    label: `${widerWords} (${titles.get(wider) ?? wider})${own === null ? ", current" : ""}`,
                  },
                ]),
            ...data.methods.map((each) => ({
              value: each.name,
              label: `${each.title}${each.standard ? ` (${each.standard})` : ""}${each.name === own ? ", chosen" : ""}`,
            })),
          ]}
        />
        {method && <OutcomeTables method={method} />}
        {data.choices.length > 0 && (
          <>
            <h3>Exceptions</h3>
            <ul className="account-lines">
              {data.choices.map((choice) => (
                <li key={`${choice.record_type.id} ${choice.field?.id ?? ""}`}>
                  {choice.field
                    ? `${choice.field.name} of ${choice.record_type.name.toLowerCase()}`
                    : choice.record_type.name}
                  : {titles.get(choice.method)}
                </li>
              ))}
            </ul>
          </>
        )}
      </div>
      <aside className="side" aria-label="Effect of switching">
        <h2>Effect of switching</h2>
        {!other && (
          <p className="soft">
            Choose another method to see which cells of the map and which findings of{" "}
            {type.name.toLowerCase()} would change. Nothing is saved yet.
          </p>
        )}
        {error ? <ProblemNotice error={error} /> : null}
        {other && may("edit") && question.state === "pending" && (
          <p>
            <Button type="primary" onClick={keep}>
              {picked
                ? `Use “${titles.get(picked) ?? picked}” for ${forWords}`
                : `Make ${forWords} the ${widerWords}`}
            </Button>
          </p>
        )}
        {other && preview.error ? <ProblemNotice error={preview.error} /> : null}
        {other && !preview.data && !preview.error && <Loading what="Calculating" />}
        {other && preview.data && <SwitchingPreview preview={preview.data} type={type} />}
      </aside>
    </div>
  );
}

/** The policy, the record type asked about, or one field. */
function ScopePick({
  scope,
  type,
  setScope,
}: {
  scope: Scope;
  type: RecordType;
  setScope: (scope: Scope) => void;
}) {
  return (
    <div className="row-flex" style={{ paddingBottom: 8 }}>
      <span>For</span>
      <Radio.Group
        aria-label="Scope"
        value={scope.kind}
        onChange={(event) => setScope({ kind: event.target.value as Scope["kind"], field: "" })}
        options={[
          { value: "policy", label: "the policy" },
          { value: "type", label: type.name },
          { value: "field", label: "one field" },
        ]}
      />
      {scope.kind === "field" && (
        <Select
          aria-label="Field"
          value={scope.field}
          onChange={(field: string) => setScope({ kind: "field", field })}
          style={{ minWidth: 170 }}
          popupMatchSelectWidth={false}
          showSearch={{ optionFilterProp: "label" }}
          options={type.fields.map((field) => ({ value: field.id, label: field.name }))}
        />
      )}
    </div>
  );
}
