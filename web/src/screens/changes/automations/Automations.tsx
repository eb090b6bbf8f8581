import { App, Button, ConfigProvider } from "antd";
import { useState } from "react";
import { api } from "../../../api/client";
import { useCatalogue } from "../../../api/queries";
import type { Automation, ProgramScope } from "../../../api/types";
import { useQuestion } from "../../../question/useQuestion";
import { identifier } from "../../../shared/identifier";
import { Loading } from "../../../shared/Loading";
import { ProblemNotice } from "../../../shared/ProblemNotice";
import { useAccount } from "../../../shell/account";
import { SettingSheet } from "../SettingSheet";
import { AutomationCard } from "./AutomationCard";
import { ProgramScopes } from "./ProgramScopes";
import { whatIsMissing } from "./whatIsMissing";

type Given = { automations: Automation[]; programs: ProgramScope[]; etag: string };

/** What happens by itself when a record is created or reaches a stage, and the record types each program is for. */
export function Automations() {
  const [{ state }] = useQuestion();
  const found = api.useQuery("get", "/api/automations", { params: { query: { state } } });
  return (
    <SettingSheet title="Automations and programs" found={found}>
      {(given, fixed) => <Fields given={given} fixed={fixed} />}
    </SettingSheet>
  );
}

function Fields({ given, fixed }: { given: Given; fixed: boolean }) {
  const { may } = useAccount();
  const { message } = App.useApp();
  const [{ state }] = useQuestion();
  const catalogue = useCatalogue(state).data;
  const [automations, setAutomations] = useState(given.automations);
  const [programs, setPrograms] = useState(given.programs);
  const saving = api.useMutation("put", "/api/automations", {
    onSuccess: () => message.success("Saved to the change set"),
  });
  if (!catalogue) return <Loading />;
  const editable = may("edit") && !fixed;
  const changed =
    JSON.stringify([automations, programs]) !== JSON.stringify([given.automations, given.programs]);
  const missing = whatIsMissing(automations, programs);
  const add = () => {
    const id = identifier(
      "automation",
      automations.map((each) => each.id),
      "-",
      "automation",
    );
    const record_type = catalogue.record_types[0]?.id ?? "";
    setAutomations([
      ...automations,
      { id, title: "", user: "", record_type, when: { created: true }, steps: [] },
    ]);
  };
  return (
    <ConfigProvider componentDisabled={!editable}>
      <section aria-label="Automations">
        <h2>Automations</h2>
        {automations.length === 0 && <p className="soft">No automations yet.</p>}
        {automations.map((automation, index) => (
          <AutomationCard
            key={automation.id}
            automation={automation}
            catalogue={catalogue}
            editable={editable}
            onChange={(next) => setAutomations(automations.map((each, at) => (at === index ? next : each)))}
            onRemove={() => setAutomations(automations.filter((_, at) => at !== index))}
          />
        ))}
        {editable && catalogue.record_types.length > 0 && (
          <p>
            <Button onClick={add}>Add an automation</Button>
          </p>
        )}
      </section>
      <section aria-label="Programs">
        <h2>Programs</h2>
        <ProgramScopes programs={programs} catalogue={catalogue} editable={editable} onChange={setPrograms} />
      </section>
      {saving.error ? <ProblemNotice error={saving.error} title="This can’t be saved" /> : null}
      {editable && (
        <p className="row-flex" style={{ gap: 14 }}>
          <Button
            type="primary"
            disabled={!changed || missing !== undefined}
            loading={saving.isPending}
            onClick={() =>
              saving.mutate({ body: { automations, programs }, headers: { "if-match": given.etag } })
            }
          >
            Save to change set
          </Button>
          {changed && missing && (
            <span className="soft" role="status">
              {missing}
            </span>
          )}
        </p>
      )}
    </ConfigProvider>
  );
}
