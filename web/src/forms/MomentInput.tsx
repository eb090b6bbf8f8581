import { Input } from "antd";
import dayjs from "dayjs";
import { useState } from "react";

type Props = {
  /** RFC 3339, in any offset; "" for blank. */
  value: string;
  label: object;
  /** Called with RFC 3339 in the offset that this browser's zone has at that moment, or null. */
  onEnter: (value: string | null) => void;
};

/** The box a moment is typed into: shown and read by the clock of this browser, whatever offset is stored. */
export function MomentInput({ value, label, onEnter }: Props) {
  // What is being typed stays as it is: clocks of long ago have offsets that RFC 3339 can't write.
  const [typed, setTyped] = useState({ local: "", value: "" });
  return (
    <Input
      {...label}
      type="datetime-local"
      value={typed.local && typed.value === value ? typed.local : byThisClock(value)}
      style={{ maxWidth: 230 }}
      onChange={(event) => {
        const local = event.target.value;
        const next = local ? dayjs(local).format() : "";
        setTyped({ local, value: next });
        onEnter(next || null);
      }}
    />
  );
}

/** "2026-03-31T14:10:00-05:00" -> "2026-03-31T20:10" in London; with seconds where there are any. */
export function byThisClock(value: string): string {
  const moment = dayjs(value);
  if (!value || !moment.isValid()) return "";
  return moment.format(moment.second() === 0 ? "YYYY-MM-DDTHH:mm" : "YYYY-MM-DDTHH:mm:ss");
}
