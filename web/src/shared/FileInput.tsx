import { useState, type ChangeEvent } from "react";

type Props = {
  label: string;
  /** What it is for, to screen readers and specs. */
  name: string;
  /** Endings of files that suit: ".csv,.json". */
  accept: string;
  onFile: (file: File) => void;
};

/** Picks a file. One that was mended meanwhile is read again when it is chosen again, which browsers would pass over. */
export function FileInput({ label, name, accept, onFile }: Props) {
  const [chosen, setChosen] = useState("");
  const pick = (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0];
    if (!file) return;
    setChosen(file.name);
    onFile(file);
    event.target.value = "";
  };
  return (
    <label className="line file-input">
      {label}
      <span>
        <input type="file" name={name} accept={accept} onChange={pick} />
        <span className={chosen ? "mono" : "soft"}>{chosen || "No file chosen"}</span>
      </span>
    </label>
  );
}
