import { App, Button, Checkbox, Input, Select } from "antd";
import { useState, type SyntheticEvent } from "react";
import { api } from "../../api/client";
import { useCatalogue, usePeople } from "../../api/queries";
import { Dialog } from "../../shared/Dialog";
import { Loading } from "../../shared/Loading";
import { NumberBox } from "../../shared/NumberBox";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { ScrollBox } from "../../shared/ScrollBox";
import { TokenOnce } from "./TokenOnce";
import { TokenStanding } from "./TokenStanding";

const BLANK = {
  name: "",
  person: undefined as string | undefined,
  record_types: [] as string[],
  asks_for_others: false,
  days: "90",
};

/** Tokens by which programs are let in: each for one program of the directory, for some record types, until a day. */
export function Programs({ onClose }: { onClose: () => void }) {
  const { message } = App.useApp();
  const [made, setMade] = useState(BLANK);
  const [search, setSearch] = useState("");
  const people = usePeople(search, "programs", 1, 50);
  const types = useCatalogue("in_force").data?.record_types ?? [];
  const tokens = api.useQuery("get", "/api/tokens");
  const making = api.useMutation("post", "/api/tokens", { onSuccess: () => setMade(BLANK) });
  const revoking = api.useMutation("delete", "/api/tokens/{id}", {
    onSuccess: (token) => message.success(`${token.name} has been revoked`),
  });
  const add = (event: SyntheticEvent) => {
    event.preventDefault();
    const { person, days, ...rest } = made;
    if (person) making.mutate({ body: { ...rest, person, days: Number(days) } });
  };
  const error: unknown = making.error ?? revoking.error ?? tokens.error;
  return (
    <Dialog
      open
      title="Programs"
      width={900}
      onCancel={onClose}
      footer={[
        <Button key="close" onClick={onClose}>
          Close
        </Button>,
      ]}
    >
      {error ? <ProblemNotice error={error} /> : null}
      {making.data && <TokenOnce name={making.data.token.name} secret={making.data.secret} />}
      {!tokens.data && <Loading />}
      {tokens.data?.items.length === 0 && <p className="soft">No tokens yet.</p>}
      {tokens.data && tokens.data.items.length > 0 && (
        <ScrollBox label="Tokens" height={260}>
          <table className="ruled">
            <thead>
              <tr>
                <th className="margin">Token</th>
                <th>Program</th>
                <th>Record types</th>
                <th>Until</th>
                <th>Last used</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {tokens.data.items.map((token) => (
                <tr key={token.id}>
                  <th className="margin" scope="row">
                    {token.name}
                  </th>
                  <td>
                    {token.person_name}
                    {token.asks_for_others && <div className="soft">can ask about other users</div>}
                  </td>
                  <td className="wrap">
                    {token.record_types
                      .map((id) => types.find((each) => each.id === id)?.name ?? id)
                      .join(", ")}
                  </td>
                  <TokenStanding
                    token={token}
                    onRevoke={() => revoking.mutate({ params: { path: { id: String(token.id) } } })}
                  />
                </tr>
              ))}
            </tbody>
          </table>
        </ScrollBox>
      )}
      <h3 style={{ padding: "16px 0 6px" }}>Add a token</h3>
      <form className="sign-in-form" onSubmit={add}>
        <label className="line">
          Name of the token
          <Input
            value={made.name}
            required
            maxLength={100}
            autoComplete="off"
            onChange={(event) => setMade({ ...made, name: event.target.value })}
          />
        </label>
        <label className="line">
          Program of the directory
          <Select
            aria-label="Program of the directory"
            value={made.person}
            showSearch={{ filterOption: false, onSearch: setSearch }}
            onChange={(person: string) => setMade({ ...made, person })}
            options={(people.data?.items ?? []).map((user) => ({ value: user.id, label: user.name }))}
            placeholder="a program"
          />
        </label>
        <label className="line">
          Record types
          <Select
            mode="multiple"
            aria-label="Record types"
            value={made.record_types}
            onChange={(record_types: string[]) => setMade({ ...made, record_types })}
            options={types.map((each) => ({ value: each.id, label: each.name }))}
            placeholder="the record types it can use"
          />
        </label>
        <label className="line">
          Valid for (days)
          <NumberBox
            aria-label="Valid for (days)"
            value={made.days}
            required
            onNumber={(days) => setMade({ ...made, days })}
          />
        </label>
        <Checkbox
          style={{ alignSelf: "end", paddingBottom: 4 }}
          checked={made.asks_for_others}
          onChange={(event) => setMade({ ...made, asks_for_others: event.target.checked })}
        >
          Can ask about other users
        </Checkbox>
        <span style={{ alignSelf: "end" }}>
          <Button
            type="primary"
            htmlType="submit"
            loading={making.isPending}
            disabled={!made.person || !made.days || made.record_types.length === 0}
          >
            Create token
          </Button>
        </span>
      </form>
    </Dialog>
  );
}
