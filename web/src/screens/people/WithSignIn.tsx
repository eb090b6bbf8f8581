import { Checkbox, Input, Select } from "antd";
import type { NewSignIn, SignInAccount } from "../../api/types";
import { ACCESS } from "./access";

/** What is typed of a sign-in. login: undefined while it follows the person's identifier. */
export type TypedSignIn = { login: string | undefined; access: SignInAccount["access"]; password: string };

const BLANK: TypedSignIn = { login: undefined, access: "record_user", password: "" };
const SHORTEST = 10;

type Props = {
  typed: TypedSignIn | undefined;
  person: string;
  onChange: (typed: TypedSignIn | undefined) => void;
};

/** A sign-in for a person who is being made. person: their identifier, which the sign-in name follows until it is typed. */
export function WithSignIn({ typed, person, onChange }: Props) {
  return (
    <>
      <Checkbox
        checked={typed !== undefined}
        onChange={(event) => onChange(event.target.checked ? BLANK : undefined)}
      >
        With a sign-in
      </Checkbox>
      {typed && (
        <>
          <label className="line">
            Access
            <Select
              aria-label="Access"
              value={typed.access}
              onChange={(access) => onChange({ ...typed, access })}
              options={Object.entries(ACCESS).map(([value, label]) => ({ value, label }))}
            />
          </label>
          <label className="line">
            Sign-in name
            <Input
              value={typed.login ?? person}
              maxLength={200}
              autoComplete="off"
              onChange={(event) => onChange({ ...typed, login: event.target.value })}
            />
          </label>
          <label className="line">
            Initial password, at least {SHORTEST} characters
            <Input.Password
              value={typed.password}
              maxLength={72}
              autoComplete="new-password"
              onChange={(event) => onChange({ ...typed, password: event.target.value })}
            />
          </label>
        </>
      )}
    </>
  );
}

/** The sign-in as it is sent, or what is still missing of it. */
export function signInOf(
  typed: TypedSignIn | undefined,
  person: { id: string; name: string },
): NewSignIn | string | undefined {
  if (!typed) return undefined;
  const login = typed.login ?? person.id;
  if (login.trim() === "") return "Type a sign-in name.";
  if (typed.password.length < SHORTEST) return `Type an initial password of at least ${SHORTEST} characters.`;
  return { person: person.id, name: person.name, login, access: typed.access, password: typed.password };
}
