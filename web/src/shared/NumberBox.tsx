import { Input, type InputProps } from "antd";
import { useState } from "react";
import { plainNumber } from "./plainNumber";

type Props = Omit<InputProps, "value" | "onChange"> & { value: string; onNumber: (text: string) => void };

/** A box for a number, written as people write numbers; while one types it stays as typed. */
export function NumberBox({ value, onNumber, ...rest }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <Input
      inputMode="decimal"
      {...rest}
      value={typed !== null && plainNumber(typed) === value ? typed : value}
      onChange={(event) => {
        setTyped(event.target.value);
        onNumber(plainNumber(event.target.value));
      }}
      onBlur={() => setTyped(null)}
    />
  );
}
