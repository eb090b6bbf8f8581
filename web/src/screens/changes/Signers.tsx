import { App, Button, Checkbox, Input, InputNumber, Select } from "antd";
import { useState } from "react";
import { api } from "../../api/client";
import { useCatalogue, useDirectory, usePeople } from "../../api/queries";
import type { Signature } from "../../api/types";
import { Word } from "../../help/Word";
import { useQuestion } from "../../question/useQuestion";
import { audienceOptions, principalKey, principalOf } from "../../shared/audiences";
import { identifier } from "../../shared/identifier";
import { optionHolds } from "../../shared/optionHolds";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { useAccount } from "../../shell/account";
import { SettingSheet } from "./SettingSheet";

/** Who has to sign which changes before they take force. It is part of the policy, and changed like the rest of it. */
export function Signers() {
  const [{ state }] = useQuestion();
  const found = api.useQuery("get", "/api/approval", { params: { query: { state } } });
  return (
    <SettingSheet
      title={<Word word="approval">Who signs</Word>}
      note="Takes effect with the next edition. Changing it needs every signature listed."
      found={found}
    >
      {({ items, etag }, fixed) => <Items given={items} etag={etag} fixed={fixed} />}
    </SettingSheet>
  );
}

function Items({ given, etag, fixed }: { given: Signature[]; etag: string; fixed: boolean }) {
  const { may } = useAccount();
  const { message } = App.useApp();
  const [items, setItems] = useState(given);
  const keep = api.useMutation("put", "/api/approval", {
    onSuccess: () => message.success("Saved to the change set"),
  });
  const editable = may("edit") && !fixed;
  const add = () => {
    const id = identifier(
      "signature",
      items.map((item) => item.id),
      "-",
      "signature",
    );
    setItems([...items, { id, name: "", approvers: 1 }]);
  };
  const changed = JSON.stringify(items) !== JSON.stringify(given);
  return (
    <>
      {items.length === 0 && (
        <div className="empty">No change needs a signature. Anyone who can publish can do so alone.</div>
      )}
      {items.map((item, index) => (
        <fieldset key={item.id} className="signer" disabled={!editable} aria-label={item.name || "New"}>
          <Fields
            item={item}
            editable={editable}
            onChange={(next) => setItems(items.map((each, place) => (place === index ? next : each)))}
          />
          {editable && (
            <button
              type="button"
              className="plain"
              onClick={() => setItems(items.filter((_, place) => place !== index))}
            >
              Remove
            </button>
          )}
        </fieldset>
      ))}
      {keep.error ? <ProblemNotice error={keep.error} title="This can’t be saved" /> : null}
      {editable && (
        <p className="row-flex" style={{ gap: 14 }}>
          <Button onClick={add}>Add a signature</Button>
          <Button
            type="primary"
            disabled={!changed || items.some((item) => item.name.trim() === "")}
            loading={keep.isPending}
            onClick={() => keep.mutate({ body: { items }, headers: { "if-match": etag } })}
          >
            Save to change set
          </Button>
        </p>
      )}
    </>
  );
}

type FieldsProps = { item: Signature; editable: boolean; onChange: (item: Signature) => void };

function Fields({ item, editable, onChange }: FieldsProps) {
  const catalogue = useCatalogue("pending").data;
  const directory = useDirectory();
  const [search, setSearch] = useState("");
  const people = usePeople(search, "", 1, 30);
  /** A part that is empty is left out: it limits nothing. */
  const put = (part: keyof Signature, value: unknown) => {
    const { [part]: _gone, ...rest } = item;
    const empty = value === false || (Array.isArray(value) && value.length === 0);
    onChange((empty ? rest : { ...item, [part]: value }) as Signature);
  };
  return (
    <>
      <Input
        aria-label="Name of the signature"
        placeholder="Short description"
        value={item.name}
        maxLength={200}
        onChange={(event) => put("name", event.target.value)}
        style={{ width: 260 }}
      />
      <span>signed by</span>
      <InputNumber
        aria-label="Number of signatures"
        min={1}
        max={9}
        precision={0}
        value={item.approvers}
        disabled={!editable}
        onChange={(value) => put("approvers", value ?? 1)}
        style={{ width: 70 }}
      />
      <Select
        mode="multiple"
        aria-label="Who can sign"
        placeholder="any approver"
        disabled={!editable}
        value={(item.by ?? []).map(principalKey)}
        options={audienceOptions(directory.data, people.data?.items ?? [])}
        showSearch={{ onSearch: setSearch, filterOption: optionHolds }}
        onChange={(keys: string[]) => put("by", keys.map(principalOf))}
        style={{ minWidth: 260 }}
      />
      <Limit
        label="For record types"
        placeholder="any record type"
        among={catalogue?.record_types ?? []}
        chosen={item.record_types}
        editable={editable}
        onChange={(ids) => put("record_types", ids)}
      />
      <Limit
        label="For labels"
        placeholder="any label"
        among={catalogue?.labels ?? []}
        chosen={item.labels}
        editable={editable}
        onChange={(ids) => put("labels", ids)}
      />
      <Checkbox
        checked={item.guardrails === true}
        disabled={!editable}
        onChange={(event) => put("guardrails", event.target.checked)}
      >
        only guardrails
      </Checkbox>
      <Checkbox
        checked={item.opens === true}
        disabled={!editable}
        onChange={(event) => put("opens", event.target.checked)}
      >
        only changes that grant access
      </Checkbox>
    </>
  );
}

type LimitProps = {
  label: string;
  placeholder: string;
  among: { id: string; name: string }[];
  chosen?: string[] | undefined;
  editable: boolean;
  onChange: (ids: string[]) => void;
};

/** What a signature is limited to; nothing chosen limits nothing. */
function Limit({ label, placeholder, among, chosen, editable, onChange }: LimitProps) {
  return (
    <Select
      mode="multiple"
      aria-label={label}
      placeholder={placeholder}
      disabled={!editable}
      value={chosen ?? []}
      options={among.map(({ id, name }) => ({ value: id, label: name }))}
      onChange={onChange}
      style={{ minWidth: 180 }}
    />
  );
}
