import { App, Button, Input, Select } from "antd";
import { useState, type SyntheticEvent } from "react";
import { api } from "../../api/client";
import { useCatalogue } from "../../api/queries";
import { Dialog } from "../../shared/Dialog";
import { Loading } from "../../shared/Loading";
import { NumberBox } from "../../shared/NumberBox";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { TokenOnce } from "../people/TokenOnce";
import { TokenStanding } from "../people/TokenStanding";

const GROUPS = { groups: "groups", roles: "roles" } as const;

/** Who pushes people and groups: each with a token, what its groups are here, and which labels are watched. */
export function Providers({ onClose }: { onClose: () => void }) {
  const { message } = App.useApp();
  const catalogue = useCatalogue("in_force");
  const labels = catalogue.data?.labels ?? [];
  const watched = labels.filter((label) => label.start.visibility !== "shown").map((label) => label.id);
  const [name, setName] = useState("");
  const [groups, setGroups] = useState<"groups" | "roles">("groups");
  const [held, setHeld] = useState<string[]>();
  const [days, setDays] = useState("365");
  const providers = api.useQuery("get", "/api/providers");
  const making = api.useMutation("post", "/api/providers", { onSuccess: () => setName("") });
  const changing = api.useMutation("put", "/api/providers/{id}");
  const revoking = api.useMutation("delete", "/api/providers/{id}", {
    onSuccess: (found) => void message.success(`${found.name} can push no more`),
  });
  const options = labels.map((label) => ({ value: label.id, label: label.name }));
  const add = (event: SyntheticEvent) => {
    event.preventDefault();
    making.mutate({ body: { name, groups, labels: held ?? watched, days: Number(days) } });
  };
  const error: unknown = making.error ?? changing.error ?? revoking.error ?? providers.error;
  return (
    <Dialog
      open
      title="Identity providers"
      width={900}
      onCancel={onClose}
      footer={[
        <Button key="close" onClick={onClose}>
          Close
        </Button>,
      ]}
    >
      {error ? <ProblemNotice error={error} /> : null}
      {making.data && <TokenOnce name={making.data.provider.name} secret={making.data.secret} />}
      {!providers.data && <Loading />}
      {providers.data && (
        <p className="soft">
          They push by SCIM 2.0 to <span className="mono">{providers.data.address}</span>
        </p>
      )}
      {providers.data && providers.data.items.length > 0 && (
        <table className="ruled">
          <thead>
            <tr>
              <th className="margin">Provider</th>
              <th>Its groups are</th>
              <th>Hold back what opens</th>
              <th>Until</th>
              <th>Last used</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {providers.data.items.map((each) => (
              <tr key={each.id}>
                <th className="margin" scope="row">
                  {each.name}
                </th>
                <td>{GROUPS[each.groups]}</td>
                <td>
                  <Select
                    mode="multiple"
                    aria-label={`What is held back of ${each.name}`}
                    value={each.labels}
                    disabled={each.standing !== "live"}
                    options={options}
                    placeholder="nothing"
                    style={{ minWidth: 220 }}
                    onChange={(next: string[]) =>
                      changing.mutate({ params: { path: { id: String(each.id) } }, body: { labels: next } })
                    }
                  />
                </td>
                <TokenStanding
                  token={each}
                  onRevoke={() => revoking.mutate({ params: { path: { id: String(each.id) } } })}
                />
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <h3 style={{ padding: "16px 0 6px" }}>Add an identity provider</h3>
      <form className="sign-in-form" onSubmit={add}>
        <label className="line">
          Name
          <Input
            value={name}
            required
            maxLength={100}
            autoComplete="off"
            onChange={(event) => setName(event.target.value)}
          />
        </label>
        <label className="line">
          Its groups are
          <Select
            aria-label="Its groups are"
            value={groups}
            onChange={setGroups}
            options={[
              { value: "groups", label: "groups" },
              { value: "roles", label: "roles" },
            ]}
          />
        </label>
        <label className="line">
          Hold back what opens fields labelled
          <Select
            mode="multiple"
            aria-label="Hold back what opens fields labelled"
            value={held ?? watched}
            onChange={setHeld}
            options={options}
            placeholder="nothing is held back"
          />
        </label>
        <label className="line">
          Valid for (days)
          <NumberBox aria-label="Valid for (days)" value={days} required onNumber={setDays} />
        </label>
        <span style={{ alignSelf: "end" }}>
          <Button
            type="primary"
            htmlType="submit"
            loading={making.isPending}
            disabled={!name.trim() || !days || !catalogue.data}
          >
            Create token
          </Button>
        </span>
      </form>
    </Dialog>
  );
}
