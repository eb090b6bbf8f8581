import { Button, Input } from "antd";
import { useState, type SyntheticEvent } from "react";
import { api, ProblemError } from "../api/client";
import type { Session } from "../api/types";

type Props = {
  setup: boolean;
  /** Sign-in name of the person whose session has ended while a page was open. */
  ended?: string | undefined;
  onDone: (session: Session) => void;
};

/** The door: sign in, or make the first administrator with the link that was printed. */
export function SignIn({ setup, ended, onDone }: Props) {
  const [login, setLogin] = useState(ended ?? "");
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const token = window.location.hash.slice(1);
  const signIn = api.useMutation("post", "/api/session", { onSuccess: onDone });
  const makeFirst = api.useMutation("post", "/api/setup", { onSuccess: onDone });
  const error = (setup ? makeFirst : signIn).error as Error | null;
  const fault = error
    ? error instanceof ProblemError
      ? error.message
      : "Something went wrong; try again"
    : "";
  const busy = signIn.isPending || makeFirst.isPending;
  const submit = (event: SyntheticEvent) => {
    event.preventDefault();
    if (setup) makeFirst.mutate({ body: { token, login, name: name || login, password } });
    else signIn.mutate({ body: { login, password } });
  };
  return (
    <main className="door">
      <form onSubmit={submit} className="stack">
        <h1 className="row-flex">
          <img src="/mark.svg" alt="" width="24" height="24" />
          Cobalt Ledger
        </h1>
        <p>
          {setup
            ? "Create the first administrator."
            : ended
              ? "Your session has ended. What you entered is still there: sign in to continue."
              : "Who may see, edit, mask or lock each field, and why."}
        </p>
        {setup && !token && (
          <div className="notice">
            Open the link that was printed when the server started. It contains the key you need.
          </div>
        )}
        {setup && (
          <label className="line">
            Your name
            <Input
              value={name}
              onChange={(event) => setName(event.target.value)}
              autoComplete="name"
              autoFocus
              required
            />
          </label>
        )}
        <label className="line">
          Sign-in name
          <Input
            value={login}
            onChange={(event) => setLogin(event.target.value)}
            autoComplete="username"
            autoFocus={!ended && !setup}
            required
          />
        </label>
        <label className="line">
          Password{setup && ", at least 10 characters"}
          <Input.Password
            value={password}
            onChange={(event) => setPassword(event.target.value)}
            autoComplete={setup ? "new-password" : "current-password"}
            autoFocus={ended !== undefined}
            required
            minLength={setup ? 10 : 1}
          />
        </label>
        {fault && (
          <div className="notice" role="alert">
            {fault}
          </div>
        )}
        <Button type="primary" htmlType="submit" loading={busy} disabled={setup && !token}>
          {setup ? "Create administrator" : "Sign in"}
        </Button>
      </form>
    </main>
  );
}
