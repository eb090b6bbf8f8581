import { App, Button, Checkbox, Input, Progress, Select } from "antd";
import { useState } from "react";
import type { ImportAsked, ImportPreview } from "../api/types";
import { Dialog } from "./Dialog";
import { FileInput } from "./FileInput";
import { ImportedPart, isPart, type Part } from "./ImportedPart";
import { toBase64 } from "./base64";
import { ReadAs, type CsvWritten } from "./ReadAs";
import { ScrollBox } from "./ScrollBox";
import { ProblemNotice } from "./ProblemNotice";
import { Sentences } from "./Sentences";
import { useImporting } from "./useImporting";

export type ImportKind = ImportAsked["kind"];
type Complete = NonNullable<ImportAsked["complete"]>[number];

const KINDS: Record<ImportKind, { title: string; accept: string }> = {
  "fields-json-schema": { title: "Record type from a JSON Schema", accept: ".json" },
  "fields-csv": { title: "Record type from a CSV list of fields", accept: ".csv" },
  policy: { title: "Policy document", accept: ".json" },
  "people-ldif": { title: "People from an LDIF export", accept: ".ldif,.ldf" },
  directory: { title: "Directory document", accept: ".json" },
};

const SIZE_LIMIT = 8 * 1024 * 1024;

/** What a file of people can be complete for, so that what it does not hold is taken away. */
const COMPLETE: { value: Complete; label: string }[] = [
  { value: "roles", label: "the roles of the people in it" },
  { value: "groups", label: "their groups" },
  { value: "department", label: "their department" },
  { value: "units", label: "their units" },
  { value: "attributes", label: "their attributes" },
  { value: "people", label: "all people (anyone not in the file is removed)" },
  { value: "lists", label: "all roles, groups, departments and units" },
];
const MEMBERSHIPS: Complete[] = ["roles", "groups", "department", "units"];

/** Lines of what is left out that are shown at first. */
const LEFT_OUT = 20;

/** Kinds of which there is a small file to begin with. */
const TEMPLATES: ImportKind[] = ["fields-csv", "fields-json-schema", "people-ldif"];

type Props = {
  kinds: ImportKind[];
  onClose: () => void;
  /** Opens a record type that came in, where it is one. */
  onRecordType?: (id: string) => void;
};

/** Brings a file in: first what it adds, changes and drops, then, on a second press, the import. */
export function ImportPanel({ kinds, onClose, onRecordType }: Props) {
  const { message } = App.useApp();
  const [kind, setKind] = useState<ImportKind>(kinds[0] ?? "policy");
  const [file, setFile] = useState<{ name: string; content: string } | null>(null);
  const [mapping, setMapping] = useState<Record<string, unknown> | undefined>(undefined);
  const [name, setName] = useState("");
  const [definition, setDefinition] = useState("");
  const [written, setWritten] = useState<CsvWritten>();
  const [replace, setReplace] = useState(false);
  const [complete, setComplete] = useState<Complete[]>(MEMBERSHIPS);
  const [unreadable, setUnreadable] = useState<Error | null>(null);
  const [part, setPart] = useState<Part>({});
  // What there is to choose from stays while something else is chosen.
  const [lastOffers, setLastOffers] = useState<{ kind: ImportKind; offers: ImportPreview["offers"] }>({
    kind,
    offers: [],
  });
  const importing = useImporting({
    onOffers: (offers) => setLastOffers({ kind, offers }),
    onImported: (target) => {
      message.success(
        target === "directory" ? "The directory is up to date" : "Imported into the change set",
      );
      onClose();
      const [opened, ...others] = part.record_types ?? offers.map((offer) => offer.id);
      if (opened && others.length === 0) onRecordType?.(opened);
    },
  });
  const { preview, busy, run } = importing;
  const offers = lastOffers.kind === kind ? lastOffers.offers : [];
  const error: unknown = unreadable ?? importing.error;
  const change =
    <Value,>(set: (value: Value) => void) =>
    (value: Value) => {
      set(value);
      setUnreadable(null);
      importing.reset();
    };
  const read = async (chosen: File) => {
    change(setFile)(null);
    setPart({});
    setWritten(undefined);
    setLastOffers({ kind, offers: [] });
    if (chosen.size > SIZE_LIMIT) {
      setUnreadable(new Error(`${chosen.name} holds more than 8 MiB.`));
      return;
    }
    setFile({ name: chosen.name, content: toBase64(new Uint8Array(await chosen.arrayBuffer())) });
    if (kinds.includes("fields-csv") && chosen.name.endsWith(".csv")) setKind("fields-csv");
    if (kinds.includes("people-ldif") && /\.ldi?f$/.test(chosen.name)) setKind("people-ldif");
    if (!name)
      setName(
        chosen.name
          .replace(/\.[^.]*$/, "")
          .replace(/[-_]+/g, " ")
          .replace(/^./, (letter) => letter.toUpperCase()),
      );
  };
  const readMapping = async (chosen: File) => {
    try {
      change(setMapping)(JSON.parse(await chosen.text()) as Record<string, unknown>);
    } catch {
      setUnreadable(new Error(`${chosen.name} is not JSON.`));
    }
  };
  const people = kind === "people-ldif" || kind === "directory";
  const body = () => ({
    kind,
    content: file?.content ?? "",
    ...(kind === "policy" && !isPart(part) ? { replace } : {}),
    ...(people ? {} : part),
    ...(people ? { complete } : {}),
    ...(kind.startsWith("fields") && name.trim() ? { name: name.trim() } : {}),
    ...(kind === "fields-json-schema" && definition.trim() ? { definition: definition.trim() } : {}),
    ...(kind === "fields-csv" ? written : {}),
    ...(kind === "people-ldif" && mapping ? { mapping } : {}),
  });
  const nothing = preview && preview.adds.length + preview.changes.length + preview.drops.length === 0;
  return (
    <Dialog
      open
      title="Import from a file"
      width={680}
      style={{ top: 24 }}
      onCancel={onClose}
      footer={[
        <Button key="close" onClick={onClose}>
          Close
        </Button>,
        preview && !nothing ? (
          <Button key="apply" type="primary" loading={busy} onClick={() => importing.apply(body())}>
            Import
          </Button>
        ) : (
          <Button
            key="preview"
            type="primary"
            loading={busy}
            disabled={!file}
            onClick={() => importing.look(body())}
          >
            Preview
          </Button>
        ),
      ]}
    >
      <div className="stack">
        <label className="line">
          File contents
          <Select
            value={kind}
            onChange={change(setKind)}
            options={kinds.map((each) => ({ value: each, label: KINDS[each].title }))}
          />
        </label>
        <div className="row-flex" style={{ alignItems: "end", gap: 14 }}>
          <FileInput
            label="File, up to 8 MiB"
            name="file"
            accept={kinds.map((each) => KINDS[each].accept).join(",")}
            onFile={(chosen) => void read(chosen)}
          />
          {TEMPLATES.includes(kind) && (
            <a href={`/api/imports/templates/${kind}`} download>
              Save a template
            </a>
          )}
        </div>
        {kind.startsWith("fields") && (
          <label className="line">
            Name of the record type
            <Input value={name} maxLength={200} onChange={(event) => change(setName)(event.target.value)} />
          </label>
        )}
        {kind === "fields-json-schema" && (
          <label className="line">
            Definition, such as #/$defs/visit (optional; the whole document by default)
            <Input
              value={definition}
              maxLength={500}
              onChange={(event) => change(setDefinition)(event.target.value)}
            />
          </label>
        )}
        {kind === "people-ldif" && (
          <FileInput
            label="Attribute mapping (optional JSON file; inetOrgPerson names by default)"
            name="mapping"
            accept=".json"
            onFile={(chosen) => void readMapping(chosen)}
          />
        )}
        {people && (
          <fieldset className="complete">
            <legend>The file is complete for</legend>
            <Checkbox.Group value={complete} onChange={change(setComplete)} options={COMPLETE} />
            <p className="soft">
              Whatever you select here and the file lacks is removed. Everything else is only added. The
              preview lists each membership gained or lost.
            </p>
          </fieldset>
        )}
        {!people && offers.length > 0 && (
          <ImportedPart offers={offers} part={part} onChange={change(setPart)} />
        )}
        {kind === "policy" && !isPart(part) && (
          <Checkbox checked={replace} onChange={(event) => change(setReplace)(event.target.checked)}>
            Remove whatever the file lacks
          </Checkbox>
        )}
        {run && (
          <span className="row-flex" role="status">
            <Progress
              aria-label="Progress"
              percent={run.total ? Math.round((100 * run.done) / run.total) : 0}
              style={{ width: 160 }}
              size="small"
            />
            <span className="soft">{run.looking_at ?? "Waiting to start"}</span>
            <button type="button" className="plain" onClick={importing.cancel}>
              Cancel
            </button>
          </span>
        )}
        {error ? <ProblemNotice error={error} title="The file was rejected; nothing was changed" /> : null}
        {preview && (
          <ScrollBox label="Preview" height={300}>
            {preview.read_as && <ReadAs as={preview.read_as} onChange={change(setWritten)} />}
            {nothing && <p>The file contains nothing new.</p>}
            <Listing title="Adds" items={preview.adds} count={preview.counts.adds} />
            <Listing title="Changes" items={preview.changes} count={preview.counts.changes} />
            <Listing title="Removes" items={preview.drops} count={preview.counts.drops} />
            <LeftOut items={preview.left_out} />
            {!nothing && (
              <section>
                <h3>Who this affects</h3>
                <Sentences sentences={preview.sentences} className="account-lines" />
              </section>
            )}
          </ScrollBox>
        )}
      </div>
    </Dialog>
  );
}

/** What of a schema does not come in, by JSON Pointer. */
function LeftOut({ items }: { items: ImportPreview["left_out"] }) {
  const [all, setAll] = useState(false);
  if (items.length === 0) return null;
  return (
    <section>
      <h3>Left out or not carried over {items.length}</h3>
      <ul className="account-lines">
        {items.slice(0, all ? items.length : LEFT_OUT).map((item) => (
          <li key={`${item.pointer} ${item.message}`}>
            <span className="mono">{item.pointer}</span> {item.message}
          </li>
        ))}
      </ul>
      {!all && items.length > LEFT_OUT && (
        <button type="button" className="plain" onClick={() => setAll(true)}>
          and {items.length - LEFT_OUT} more
        </button>
      )}
    </section>
  );
}

/** count: how many there are; not all of them are listed. */
function Listing({ title, items, count }: { title: string; items: ImportPreview["adds"]; count: number }) {
  if (items.length === 0) return null;
  return (
    <section>
      <h3>
        {title} {count}
      </h3>
      <ul className="account-lines">
        {items.slice(0, 200).map((item) => (
          <li key={item.title}>
            <b>{item.title}</b>
            {item.lines.length > 0 && <> · {item.lines.join("; ")}</>}
          </li>
        ))}
        {count > 200 && <li>and {count - 200} more</li>}
      </ul>
    </section>
  );
}
