import { Button, Radio } from "antd";
import { useState } from "react";
import { api } from "../../api/client";
import type { Entered, FormField } from "../../api/types";
import { Dialog } from "../../shared/Dialog";
import { Loading } from "../../shared/Loading";
import { ProblemNotice } from "../../shared/ProblemNotice";

type Props = {
  type: string;
  number: string;
  /** What was typed, and what stood there when it was begun, by field. */
  entered: Entered;
  base: Record<string, string>;
  mineInWords: (field: string) => string;
  onGoOn: (entered: Entered, etag: string | undefined) => void;
  onClose: () => void;
};

/** Someone else saved first: what they changed beside what was typed, field by field, and whose counts where both did. */
export function MergeView({ type, number, entered, base, mineInWords, onGoOn, onClose }: Props) {
  const [theirs, setTheirs] = useState<ReadonlySet<string>>(new Set());
  const now = api.useQuery(
    "post",
    "/api/records/{type}/form",
    { params: { path: { type } }, body: { mode: "edit", number } },
    // Never what was fetched before: the form of this record may be there with what was typed over it.
    { staleTime: 0, gcTime: 0 },
  );
  const fields = now.data?.form.sections.flatMap((section) => section.fields) ?? [];
  const moved = fields.filter((field) => (field.words ?? "") !== (base[field.id] ?? ""));
  const rows = fields.filter((field) => moved.includes(field) || field.id in entered);
  const goOn = () =>
    onGoOn(Object.fromEntries(Object.entries(entered).filter(([id]) => !theirs.has(id))), now.data?.etag);
  const choose = (field: FormField, whose: string) =>
    setTheirs(
      new Set([...theirs].filter((id) => id !== field.id).concat(whose === "theirs" ? [field.id] : [])),
    );
  return (
    <Dialog
      open
      title={`Someone else saved ${number} after you opened it`}
      width={780}
      onCancel={onClose}
      footer={[
        <Button key="later" onClick={onClose}>
          Back to the form
        </Button>,
        <Button key="on" type="primary" disabled={!now.data} onClick={goOn}>
          Continue with these
        </Button>,
      ]}
    >
      {now.error ? <ProblemNotice error={now.error} onAgain={() => void now.refetch()} /> : null}
      {!now.data && !now.error && <Loading />}
      {now.data && (
        <table className="ruled" aria-label="Their changes and yours">
          <thead>
            <tr>
              <th className="margin">Field</th>
              <th>When you opened it</th>
              <th>Saved by them</th>
              <th>Typed by you</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((field) => {
              const both = moved.includes(field) && field.id in entered;
              return (
                <tr key={field.id}>
                  <th className="margin" scope="row">
                    {field.name}
                  </th>
                  <td className="wrap soft">{base[field.id] ?? "blank"}</td>
                  <td className="wrap">
                    {moved.includes(field) ? (
                      (field.words ?? "blank")
                    ) : (
                      <span className="soft">unchanged</span>
                    )}
                  </td>
                  <td className="wrap">
                    {field.id in entered ? mineInWords(field.id) : <span className="soft">nothing</span>}
                    {both && (
                      <Radio.Group
                        aria-label={`Whose ${field.name} counts`}
                        value={theirs.has(field.id) ? "theirs" : "mine"}
                        onChange={(event) => choose(field, event.target.value as string)}
                        options={[
                          { value: "theirs", label: "theirs" },
                          { value: "mine", label: "mine" },
                        ]}
                      />
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      <p className="soft">
        Nothing is saved yet. Continue to apply your choices to their version, then save again.
      </p>
    </Dialog>
  );
}
