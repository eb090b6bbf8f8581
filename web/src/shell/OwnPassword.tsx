import { App, Button, Input } from "antd";
import { useState, type SyntheticEvent } from "react";
import { api, ProblemError } from "../api/client";
import { Dialog } from "../shared/Dialog";

/** One's own password, changed with the one that holds now. What is open elsewhere ends. */
export function OwnPassword({ onClose }: { onClose: () => void }) {
  const { message } = App.useApp();
  const [current, setCurrent] = useState("");
  const [password, setPassword] = useState("");
  const change = api.useMutation("put", "/api/session/password", {
    onSuccess: () => {
      message.success("Password changed. You have been signed out everywhere else.");
      onClose();
    },
  });
  const fault = faultOf(change.error);
  const submit = (event: SyntheticEvent) => {
    event.preventDefault();
    change.mutate({ body: { current, password } });
  };
  return (
    <Dialog open title="Change your password" width={420} footer={null} onCancel={onClose}>
      <form onSubmit={submit} className="stack">
        <label className="line">
          Current password
          <Input.Password
            value={current}
            onChange={(event) => setCurrent(event.target.value)}
            autoComplete="current-password"
            autoFocus
            required
          />
        </label>
        <label className="line">
          New password, at least 10 characters
          <Input.Password
            value={password}
            onChange={(event) => setPassword(event.target.value)}
            autoComplete="new-password"
            required
            minLength={10}
            maxLength={72}
          />
        </label>
        {fault && (
          <div className="notice" role="alert">
            {fault}
          </div>
        )}
        <div>
          <Button type="primary" htmlType="submit" loading={change.isPending}>
            Change password
          </Button>
        </div>
      </form>
    </Dialog>
  );
}

/** What went wrong, for the person; nothing where nothing did. */
function faultOf(error: unknown): string {
  if (!error) return "";
  if (!(error instanceof ProblemError)) return "Something went wrong; try again";
  return error.problem.faults?.[0]?.pointer === "/current" ? "That is not your password" : error.message;
}
