import { App, Button } from "antd";
import { useState } from "react";
import { api, ProblemError } from "../../api/client";
import { toCsv } from "../../shared/csv";
import { Dialog } from "../../shared/Dialog";
import { FileInput } from "../../shared/FileInput";
import { saveText } from "../../shared/saveAsFile";
import { toBase64 } from "../../shared/base64";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { ReadAs, type CsvWritten } from "../../shared/ReadAs";
import { ScrollBox } from "../../shared/ScrollBox";
import { useStillHere } from "../../shared/useStillHere";
import { localWords } from "../../shared/localWords";

const SIZE_LIMIT = 6 * 1024 * 1024;
const SHOWN = 200;

type Chosen = { name: string; content: string; format: "csv" | "json"; written?: CsvWritten };

const bodyOf = ({ content, format, written }: Chosen) => ({ content, format, ...written });

/** Brings a file of records in: first what would become of every row, then all of it or nothing. */
export function RecordsIn({ type, plural, onClose }: { type: string; plural: string; onClose: () => void }) {
  const stillHere = useStillHere();
  const { message } = App.useApp();
  const [file, setFile] = useState<Chosen | null>(null);
  const [unreadable, setUnreadable] = useState<Error | null>(null);
  const path = { params: { path: { type } } };
  const previewing = api.useMutation("post", "/api/records/{type}/import/preview");
  const storing = api.useMutation("post", "/api/records/{type}/import", {
    onSuccess: (done) => {
      message.success(`${done.stored} ${done.stored === 1 ? "record is" : "records are"} stored`);
      if (stillHere()) onClose();
    },
  });
  const blank = api.useQuery("post", "/api/records/{type}/form", {
    ...path,
    body: { mode: "create", entered: {}, dismissed: [] },
  });
  // A row is made of what could be typed into a new record.
  const columns = (blank.data?.form.sections ?? [])
    .flatMap((section) => section.fields)
    .filter(
      (field) => field.level === "editable" || field.level === "required" || field.level === "replace_only",
    )
    .map((field) => field.name);
  const pick = async (chosen: File) => {
    previewing.reset();
    storing.reset();
    setUnreadable(null);
    setFile(null);
    if (chosen.size > SIZE_LIMIT) {
      setUnreadable(new Error("The file is larger than 6 MB"));
      return;
    }
    const format = chosen.name.toLowerCase().endsWith(".json") ? ("json" as const) : ("csv" as const);
    look({ name: chosen.name, content: toBase64(new Uint8Array(await chosen.arrayBuffer())), format });
  };
  const look = (chosen: Chosen) => {
    setFile(chosen);
    previewing.mutate({ ...path, body: bodyOf(chosen) });
  };
  const seen = previewing.data;
  const error: unknown = unreadable ?? storing.error ?? previewing.error;
  return (
    <Dialog
      open
      title={`Import ${plural.toLowerCase()} from a file`}
      width={760}
      onCancel={onClose}
      footer={[
        <Button key="close" onClick={onClose}>
          Close
        </Button>,
        <Button
          key="store"
          type="primary"
          loading={storing.isPending}
          disabled={!file || !seen || seen.refused > 0 || seen.new + seen.changed === 0}
          onClick={() => file && storing.mutate({ ...path, body: bodyOf(file) })}
        >
          Import all
        </Button>,
      ]}
    >
      <p>
        CSV with field names in the first row, or JSON as exported. A row with a number changes that record; a
        row without one creates a record. Each row is checked as if you had typed it.
      </p>
      <div className="row-flex" style={{ alignItems: "end", gap: 14 }}>
        <FileInput label="File" name="records" accept=".csv,.json" onFile={(chosen) => void pick(chosen)} />
        {columns.length > 0 && (
          <button
            type="button"
            className="plain"
            onClick={() => saveText(`${type}.csv`, toCsv([columns]), "text/csv")}
          >
            Save a template
          </button>
        )}
      </div>
      {error ? (
        <ProblemNotice
          error={error}
          {...(error instanceof ProblemError && error.status === 422
            ? { title: "Nothing was imported" }
            : {})}
        />
      ) : null}
      {file && seen?.read_as && (
        <ReadAs as={seen.read_as} onChange={(written) => look({ ...file, written })} />
      )}
      {previewing.isPending && <p role="status">Checking every row …</p>}
      {seen && (
        <>
          <p role="status">
            <b>{seen.new}</b> new, <b>{seen.changed}</b> changed, <b>{seen.same}</b> as they are
            {seen.refused > 0 && (
              <>
                , <b className="mark-verm">{seen.refused} refused</b>: fix these before importing
              </>
            )}
            .
          </p>
          <ScrollBox label="Row by row" height={320}>
            <table className="ruled">
              <thead>
                <tr>
                  <th className="margin">Row</th>
                  <th>Record</th>
                  <th>Result</th>
                </tr>
              </thead>
              <tbody>
                {[...seen.rows]
                  .sort((one, other) => other.refusals.length - one.refusals.length || one.line - other.line)
                  .slice(0, SHOWN)
                  .map((row) => (
                    <tr key={row.line}>
                      <th className="margin mono" scope="row">
                        {row.line}
                      </th>
                      <td className="mono">{row.number ?? "new"}</td>
                      <td className="wrap">
                        {row.refusals.map((words) => (
                          <div key={words} className="mark-verm">
                            {localWords(words)}
                          </div>
                        ))}
                        {row.refusals.length === 0 &&
                          (row.verb === "same" ? "no change" : row.fields.join(", "))}
                        {(row.put_aside ?? []).map((words) => (
                          <div key={words} className="soft">
                            {localWords(words)}
                          </div>
                        ))}
                      </td>
                    </tr>
                  ))}
              </tbody>
            </table>
          </ScrollBox>
          {seen.rows.length > SHOWN && <p className="soft">and {seen.rows.length - SHOWN} rows more</p>}
        </>
      )}
    </Dialog>
  );
}
