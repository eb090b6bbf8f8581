import { Checkbox } from "antd";
import { useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { api, fileAddress } from "../../api/client";
import { useCatalogue } from "../../api/queries";
import type { AccessMap, RecordType } from "../../api/types";
import { FirstSteps } from "../../help/FirstSteps";
import { Legend } from "../../ink/Legend";
import { MapPicture, savePicture } from "../../ink/pictures";
import { QuestionStrip } from "../../question/QuestionStrip";
import { askedOf } from "../../question/asked";
import { useQuestionSearch } from "../../question/useQuestion";
import { useSubject } from "../../question/useSubject";
import { Loading } from "../../shared/Loading";
import { MadeUp } from "../../shared/MadeUp";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { beyondFields } from "../../shared/subjects";
import { useAccount } from "../../shell/account";
import { counted } from "../../shared/counted";
import { useSource } from "../../shared/useSource";
import { FindField } from "./FindField";
import { Grid } from "./Grid";
import { ReasoningPanel } from "./ReasoningPanel";
import { RuleFromCells } from "./RuleFromCells";
import type { Selection } from "./selection";
import { useShownRows } from "./useShownRows";

/** Fields against audiences: the access map, with the reasoning of a cell beside it. */
export default function MapScreen() {
  const { question, type, ready } = useSubject();
  const { may } = useAccount();
  const search = useQuestionSearch();
  const source = useSource();
  const [selection, setSelection] = useState<Selection | null>(null);
  const [opened, setOpened] = useOpened();
  const [showing, setShowing] = useState(false);
  const catalogue = useCatalogue(question.state);
  const baselines = (catalogue.data?.baselines ?? []).filter((each) => each.record_type === question.type);
  const parameters = useMemo(
    () => ({
      ...askedOf(question),
      audiences: question.audiences.join(","),
      state: question.state,
    }),
    [question],
  );
  const map = api.useQuery(
    "get",
    "/api/map",
    { params: { query: parameters } },
    {
      enabled: ready && question.type !== "",
      placeholderData: (previous) => (previous?.record_type === question.type ? previous : undefined),
    },
  );
  const rows = useShownRows(map.data, type);
  const { shown } = rows;
  const column = map.data?.columns.find((candidate) => candidate.key === opened?.column);
  const panel =
    opened &&
    column &&
    (beyondFields(opened.field) || type?.fields.some((field) => field.id === opened.field))
      ? { field: opened.field, column }
      : null;
  return (
    <>
      <QuestionStrip
        who="audiences"
        tools={
          <>
            <a href={fileAddress("/api/map.csv", parameters)}>CSV</a>
            <a href={fileAddress("/api/map.xlsx", parameters)}>XLSX</a>
            {map.data && type && (
              <button type="button" className="plain" onClick={() => picture(map.data, type, source())}>
                SVG
              </button>
            )}
          </>
        }
      />
      <main className="page">
        <div className={`split ${panel ? "" : "single"}`}>
          <div className="map-pane">
            {map.error ? <ProblemNotice error={map.error} onAgain={() => void map.refetch()} /> : null}
            {ready && !type && (
              <div className="empty">
                <p>No record types yet. To get started:</p>
                <FirstSteps />
              </div>
            )}
            <MadeUp names={map.data?.made_up} />
            {!map.data && !map.error && type && <Loading what="Calculating the map" />}
            {shown && type && (
              <Grid
                map={shown}
                type={type}
                corner={
                  <>
                    <FindField
                      find={rows.find}
                      onFind={(text) => {
                        setSelection(null);
                        rows.onFind(text);
                      }}
                      counts={[
                        counted(shown.rows.filter((row) => !beyondFields(row.field)).length, "field"),
                        counted(shown.columns.length, "audience"),
                      ]}
                    />
                    <Link className="compare" to={{ pathname: "/matrix", search }}>
                      Compare a spreadsheet
                    </Link>
                  </>
                }
                recordTools={
                  <button
                    type="button"
                    className="plain"
                    aria-expanded={rows.unfolded}
                    onClick={() => {
                      setSelection(null);
                      rows.onUnfold(!rows.unfolded);
                    }}
                  >
                    {rows.unfolded ? "hide actions" : `show ${counted(rows.actions, "action")}`}
                  </button>
                }
                busy={map.isFetching}
                selection={selection}
                onSelect={setSelection}
                onOpen={(field, key) => setOpened({ field, column: key })}
                opened={opened}
                baselines={showing ? baselines : []}
              />
            )}
            <footer className="map-foot">
              <Legend />
              {baselines.length > 0 && (
                <Checkbox checked={showing} onChange={(event) => setShowing(event.target.checked)}>
                  Show baselines
                </Checkbox>
              )}
              {may("edit") && shown && type && (
                <RuleFromCells selection={selection} type={type} map={shown} />
              )}
            </footer>
          </div>
          {panel && (
            <ReasoningPanel
              key={`${panel.field} ${panel.column.key}`}
              field={panel.field}
              audience={panel.column.key}
              onClose={() => setOpened(null)}
            />
          )}
        </div>
      </main>
    </>
  );
}

const picture = (map: AccessMap, type: RecordType, source: string) =>
  void savePicture(`map-${type.id}`, <MapPicture map={map} type={type} />, source);

type Opened = { field: string; column: string } | null;

/** The cell whose reasoning is told, as the address holds it: a field and a column. */
function useOpened(): [Opened, (opened: Opened) => void] {
  const [search, setSearch] = useSearchParams();
  const [field = "", ...rest] = (search.get("cell") ?? "").split(" ");
  const opened = field && rest.length > 0 ? { field, column: rest.join(" ") } : null;
  const open = (next: Opened) =>
    setSearch(
      (before) => {
        const after = new URLSearchParams(before);
        if (next) after.set("cell", `${next.field} ${next.column}`);
        else after.delete("cell");
        return after;
      },
      { replace: opened !== null },
    );
  return [opened, open];
}
