import { App, Button, Input, Modal } from "antd";
import { useState, type FormEvent } from "react";
import { ask, ProblemError } from "../api/client";

/** One's own password, changed with the one that holds now. What is open elsewhere ends. */
export function OwnPassword({ onClose }: { onClose: () => void }) {
  const { message } = App.useApp();
  const [current, setCurrent] = useState("");
  const [password, setPassword] = useState("");
  const [fault, setFault] = useState("");
  const [busy, setBusy] = useState(false);
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setFault("");
    try {
      await ask("/api/session/password", { method: "PUT", body: { current, password } });
      message.success("Your password is changed; you are signed out everywhere else");
      onClose();
    } catch (error) {
      setFault(error instanceof ProblemError ? (error.problem.faults?.[0]?.pointer === "/current" ? "That is not your password" : error.message) : "Something went wrong; try again");
      setBusy(false);
    }
  };
  return (
    <Modal open title="Change your password" width={420} footer={null} onCancel={onClose}>
      <form onSubmit={(event) => void submit(event)} className="stack">
        <label className="line">The password you have now<Input.Password value={current} onChange={(event) => setCurrent(event.target.value)} autoComplete="current-password" autoFocus required /></label>
        <label className="line">A new one, ten characters at least<Input.Password value={password} onChange={(event) => setPassword(event.target.value)} autoComplete="new-password" required minLength={10} maxLength={72} /></label>
        {fault && <div className="notice" role="alert">{fault}</div>}
        <div><Button type="primary" htmlType="submit" loading={busy}>Change it</Button></div>
      </form>
    </Modal>
  );
}
