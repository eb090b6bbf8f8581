import { Input, Modal } from "antd";
import { useState } from "react";
import { api } from "../../api/client";
import type { Catalogue } from "../../api/types";
import { identifier } from "../../shared/identifier";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { useStillHere } from "../../shared/useStillHere";

type Props = { catalogue: Catalogue; onMade: (id: string) => void; onClose: () => void };

/** A record type made by hand: named, with one section and one field to begin with; the rest is done in the catalogue. */
export function NewRecordType({ catalogue, onMade, onClose }: Props) {
  const [name, setName] = useState("");
  const [plural, setPlural] = useState("");
  const stillHere = useStillHere();
  const making = api.useMutation("post", "/api/record-types", {
    onSuccess: (_done, { body }) => stillHere() && onMade(String(body.record_type.id)),
  });
  const save = () =>
    making.mutate({
      body: {
        record_type: {
          id: identifier(
            name,
            catalogue.record_types.map((type) => type.id),
            "-",
            "record-type",
          ),
          name: name.trim(),
          ...(plural.trim() ? { plural: plural.trim() } : {}),
          sections: [{ id: "main", name: "Main" }],
          fields: [
            {
              id: "title",
              name: "Title",
              kind: "text",
              section: "main",
              label: catalogue.labels[0]?.id ?? "",
            },
          ],
        },
      },
    });
  return (
    <Modal
      open
      title="New record type"
      okText="Add to change set"
      okButtonProps={{ disabled: name.trim() === "", loading: making.isPending }}
      onOk={save}
      onCancel={onClose}
    >
      <div className="stack">
        <label className="line">
          Name, such as Study visit
          <Input autoFocus value={name} maxLength={200} onChange={(event) => setName(event.target.value)} />
        </label>
        <label className="line">
          Plural, if it isn’t {name.trim() ? `“${name.trim()}s”` : "the name with an s"}
          <Input value={plural} maxLength={200} onChange={(event) => setPlural(event.target.value)} />
        </label>
        <p className="soft">It starts with one section and one field. Add the rest in the catalogue.</p>
        {making.error ? <ProblemNotice error={making.error} title="The record type was not added" /> : null}
      </div>
    </Modal>
  );
}
