import { Button } from "antd";
import { useState } from "react";
import { useCatalogue } from "../../api/queries";
import { Legend } from "../../ink/Legend";
import { Pick } from "../../question/Pick";
import { StripTools } from "../../question/StripTools";
import { MODES, useQuestion, type Mode } from "../../question/useQuestion";
import { FileInput } from "../../shared/FileInput";
import { Loading } from "../../shared/Loading";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { useAccount } from "../../shell/account";
import { HowRead } from "./HowRead";
import { MatrixGrid } from "./MatrixGrid";
import { RulesFromMatrix } from "./RulesFromMatrix";
import { useKeptMatrix } from "./useKeptMatrix";

/** A spreadsheet of who may do what, beside what the policy gives: cell by cell, and as rules. */
export default function MatrixScreen() {
  const [question, change] = useQuestion();
  const catalogue = useCatalogue(question.state);
  const { may } = useAccount();
  const kept = useKeptMatrix(question.state);
  const [making, setMaking] = useState(false);
  const { data, file } = kept;
  const types = catalogue.data?.record_types ?? [];
  const type = types.find((each) => each.id === data?.record_type);
  return (
    <>
      <section className="strip" aria-label="The question">
        <span>Compare</span>
        <b>{file?.name ?? "a spreadsheet"}</b>
        {data && (
          <>
            <span>with</span>
            <Pick
              label="Record type"
              value={data.record_type}
              onPick={(record_type) => kept.tell({ record_type, fields: {} })}
              options={types.map((each) => ({ value: each.id, label: each.name }))}
            />
            <span className="comma">,</span>
            <Pick
              label="Mode"
              value={data.mode}
              onPick={(mode) => kept.tell({ mode: mode as Mode })}
              options={Object.entries(MODES).map(([value, label]) => ({ value, label }))}
            />
            {data.sheets.length > 1 && (
              <>
                <span>on sheet</span>
                <Pick
                  label="Sheet"
                  value={data.sheet}
                  onPick={(sheet) => kept.tell({ sheet })}
                  options={data.sheets.map((name) => ({ value: name, label: name }))}
                />
              </>
            )}
          </>
        )}
        <StripTools state={question.state} onState={(state) => change({ state })} />
      </section>
      <main className="page">
        <div className={`split ${data ? "" : "single"}`}>
          <div className="map-pane kept-matrix">
            <div className="row-flex choose-file">
              <FileInput
                label="Spreadsheet, up to 8 MiB (.xlsx or .csv)"
                name="matrix"
                accept=".xlsx,.csv,.tsv,.txt"
                onFile={(chosen) => void kept.choose(chosen)}
              />
              {data && may("edit") && (
                <Button disabled={!data.settled} onClick={() => setMaking(true)}>
                  Make rules that give this
                </Button>
              )}
            </div>
            {kept.error ? (
              <ProblemNotice error={kept.error} title="The spreadsheet could not be compared" />
            ) : null}
            {kept.busy && <Loading what="Comparing" />}
            {!file && !kept.error && <Begin />}
            {data && (
              <>
                <MatrixGrid data={data} name={file?.name ?? ""} busy={kept.busy} />
                <Legend actions={false} />
              </>
            )}
          </div>
          {data && type && <HowRead data={data} type={type} kept={kept} />}
        </div>
      </main>
      {making && file && (
        <RulesFromMatrix
          body={{ content: file.content, file: file.name, ...kept.told }}
          onClose={() => setMaking(false)}
          onKept={() => {
            setMaking(false);
            if (question.state === "pending") kept.again();
            else change({ state: "pending" });
          }}
        />
      )}
    </>
  );
}

function Begin() {
  return (
    <div className="empty">
      <p>
        Choose the spreadsheet in which your business keeps who may do what: fields down and roles across, or
        the other way round, one sheet for each record type.
      </p>
      <p>
        You see cell by cell where it differs from the policy, for any record. Administrators can turn it into
        rules. Fields and roles are found by their names, and nothing is saved before you say so.
      </p>
    </div>
  );
}
