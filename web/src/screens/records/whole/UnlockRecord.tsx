import { Input, Radio } from "antd";
import { useState } from "react";
import { api } from "../../../api/client";
import { NumberBox } from "../../../shared/NumberBox";
import { ReasonForm } from "./ReasonForm";
import type { WholeAct } from "./wholeAct";

const MINUTES = "10";

/** Unlocks a record for a limited time, with one's own password once more; or takes a lock made by hand away. */
export function UnlockRecord({
  type,
  number,
  mode,
  byHand,
  onDone,
  onClose,
}: WholeAct & { byHand: boolean }) {
  const [minutes, setMinutes] = useState(MINUTES);
  const [good, setGood] = useState(false);
  const [password, setPassword] = useState("");
  const unlocking = api.useMutation("post", "/api/records/{type}/{number}/unlock", {
    onSuccess: () => onDone(good ? `${number} is unlocked` : `${number} is unlocked for ${minutes} minutes`),
  });
  const act = (reason: string) =>
    unlocking.mutate({
      params: { path: { type, number } },
      body: { reason, password, mode, ...(good ? {} : { minutes: Number(minutes) }) },
    });
  return (
    <ReasonForm
      title={`Unlock ${number}`}
      about="It locks again automatically. The record and the journal show who unlocked it, when and why."
      act="Unlock"
      busy={unlocking.isPending}
      error={unlocking.error}
      onAct={act}
      onClose={onClose}
    >
      {byHand && (
        <Radio.Group
          aria-label="For how long"
          value={good}
          onChange={(event) => setGood(event.target.value as boolean)}
          options={[
            { value: false, label: "for a limited time" },
            { value: true, label: "permanently: remove the lock" },
          ]}
        />
      )}
      {!good && (
        <label className="line">
          Minutes
          <NumberBox aria-label="Minutes" value={minutes} required onNumber={setMinutes} />
        </label>
      )}
      <label className="line">
        Your password
        <Input.Password
          value={password}
          required
          maxLength={72}
          autoComplete="current-password"
          onChange={(event) => setPassword(event.target.value)}
        />
      </label>
    </ReasonForm>
  );
}
