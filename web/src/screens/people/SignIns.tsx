import { App, Button, Input, Popconfirm, Select } from "antd";
import { useRef, useState } from "react";
import { api } from "../../api/client";
import { usePeople } from "../../api/queries";
import type { SignInAccount } from "../../api/types";
import { ACCESS } from "./access";
import { Dialog } from "../../shared/Dialog";
import { Loading } from "../../shared/Loading";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { ScrollBox } from "../../shared/ScrollBox";
import { useAccount } from "../../shell/account";

const BLANK = {
  login: "",
  name: "",
  access: "record_user" as SignInAccount["access"],
  person: undefined as string | undefined,
  password: "",
};

/** Who may come in, with what access, and as which person of the directory. */
export function SignIns({ onClose }: { onClose: () => void }) {
  const { account: self } = useAccount();
  const { message } = App.useApp();
  const [made, setMade] = useState(BLANK);
  const [search, setSearch] = useState("");
  const form = useRef<HTMLFormElement>(null);
  const people = usePeople(search, "", 1, 50);
  const accounts = api.useQuery("get", "/api/accounts", { params: { query: { per_page: 1000 } } });
  const told = (words: string) => ({ onSuccess: () => message.success(words) });
  const adding = api.useMutation("post", "/api/accounts");
  const changing = api.useMutation("patch", "/api/accounts/{id}");
  const removing = api.useMutation("delete", "/api/accounts/{id}");
  const agreeing = api.useMutation("post", "/api/accounts/{id}/agree");
  const error: unknown = adding.error ?? changing.error ?? removing.error ?? agreeing.error;
  const add = () => {
    const { person, ...rest } = made;
    adding.mutate(
      { body: { ...rest, ...(person ? { person } : {}) } },
      {
        onSuccess: () => {
          message.success(`${made.login} can sign in`);
          setMade(BLANK);
          form.current?.querySelector("input")?.focus();
        },
      },
    );
  };
  const change = (each: SignInAccount, access: SignInAccount["access"]) =>
    changing.mutate(
      { params: { path: { id: each.id } }, body: { access } },
      told(`${each.login} is ${access.replace("_", " ")} now`),
    );
  const remove = (each: SignInAccount) =>
    removing.mutate({ params: { path: { id: each.id } } }, told(`${each.login} can no longer sign in`));
  const agree = (each: SignInAccount) =>
    agreeing.mutate({ params: { path: { id: each.id } } }, told(`${each.login} can sign changes now`));
  const pick = (person: string | undefined) => {
    const user = people.data?.items.find((each) => each.id === person);
    setMade({ ...made, person, name: made.name || user?.name || "", login: made.login || (person ?? "") });
  };
  return (
    <Dialog
      open
      title="Sign-ins"
      width={860}
      onCancel={onClose}
      footer={[
        <Button key="close" onClick={onClose}>
          Close
        </Button>,
      ]}
    >
      {error ? <ProblemNotice error={error} /> : null}
      {!accounts.data && <Loading />}
      <ScrollBox label="Sign-ins" height={300}>
        <table className="ruled">
          <thead>
            <tr>
              <th className="margin">Sign-in name</th>
              <th>Name</th>
              <th>Access</th>
              <th>Person</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {(accounts.data?.items ?? []).map((each) => (
              <tr key={each.id}>
                <th className="margin" scope="row">
                  {each.login}
                  {each.waiting && (
                    <div className="tag" title={each.waiting.hindrance}>
                      Can’t sign until another administrator agrees
                      {!each.waiting.hindrance && (
                        <button type="button" className="plain" onClick={() => agree(each)}>
                          Agree
                        </button>
                      )}
                    </div>
                  )}
                  {each.password_by_another && (
                    <div className="tag">Must change the password before signing</div>
                  )}
                </th>
                <td>{each.name}</td>
                <td>
                  <Select
                    size="small"
                    variant="borderless"
                    aria-label={`Access of ${each.login}`}
                    value={each.access}
                    disabled={each.login === self.login}
                    popupMatchSelectWidth={false}
                    onChange={(access: SignInAccount["access"]) => change(each, access)}
                    options={Object.entries(ACCESS).map(([value, label]) => ({
                      value,
                      label: value === each.access ? value.replace("_", " ") : label,
                    }))}
                  />
                </td>
                <td className="mono">{each.person}</td>
                <td style={{ textAlign: "right" }}>
                  {each.login !== self.login && (
                    <Popconfirm
                      title={`Remove the sign-in ${each.login}?`}
                      okText="Remove"
                      onConfirm={() => remove(each)}
                    >
                      <button type="button" className="plain" aria-label={`Remove ${each.login}`}>
                        Remove
                      </button>
                    </Popconfirm>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </ScrollBox>
      <h3 style={{ padding: "16px 0 6px" }}>Add a sign-in</h3>
      <form
        className="sign-in-form"
        data-begin
        ref={form}
        onSubmit={(event) => {
          event.preventDefault();
          add();
        }}
      >
        <label className="line">
          Person of the directory
          <Select
            aria-label="Person of the directory"
            allowClear
            showSearch={{ filterOption: false, onSearch: setSearch }}
            value={made.person}
            onChange={pick}
            options={(people.data?.items ?? []).map((user) => ({ value: user.id, label: user.name }))}
            placeholder="none: no records"
          />
        </label>
        <label className="line">
          Access
          <Select
            aria-label="Access"
            value={made.access}
            onChange={(access) => setMade({ ...made, access })}
            options={Object.entries(ACCESS).map(([value, label]) => ({ value, label }))}
            popupMatchSelectWidth={false}
          />
        </label>
        <label className="line">
          Sign-in name
          <Input
            value={made.login}
            required
            maxLength={200}
            onChange={(event) => setMade({ ...made, login: event.target.value })}
            autoComplete="off"
          />
        </label>
        <label className="line">
          Name
          <Input
            value={made.name}
            required
            maxLength={200}
            onChange={(event) => setMade({ ...made, name: event.target.value })}
          />
        </label>
        <label className="line">
          Initial password, at least 10 characters
          <Input.Password
            value={made.password}
            required
            minLength={10}
            maxLength={72}
            onChange={(event) => setMade({ ...made, password: event.target.value })}
            autoComplete="new-password"
          />
        </label>
        <span style={{ alignSelf: "end" }}>
          <Button type="primary" htmlType="submit">
            Add
          </Button>
        </span>
      </form>
    </Dialog>
  );
}
