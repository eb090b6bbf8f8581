import { Input } from "antd";
import { useEffect, useRef, useState } from "react";
import type { InputRef } from "antd";
import type { Field, RecordType } from "../../../api/types";
import { ownIdentifier, withIdentifier, withName } from "./fieldIdentifier";

type Props = {
  field: Field;
  type: RecordType;
  /** Is it in the change set already? Then its identifier follows its name no more. */
  known: boolean;
  /** Is it in force? Then its identifier stays. */
  published: boolean;
  onChange: (type: RecordType) => void;
  /** Called when the field has another identifier. */
  onIdentifier: (id: string) => void;
  /** Enter: makes the next field. */
  onNext: () => void;
};

/** What a field is called, and, until it is published, by what identifier formulas and documents name it. */
export function NamePart({ field, type, known, published, onChange, onIdentifier, onNext }: Props) {
  const input = useRef<InputRef>(null);
  const [id, setId] = useState<string>();
  useEffect(() => {
    if (!known) input.current?.focus({ cursor: "all" });
    // Only once, when the field is opened.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  const rename = (name: string) => {
    const next = withName(type, field, name, !known);
    onChange(next);
    const now = next.fields[type.fields.indexOf(field)]?.id;
    if (now && now !== field.id) onIdentifier(now);
  };
  const identify = () => {
    const own = id === undefined ? field.id : ownIdentifier(field, type, id);
    setId(undefined);
    if (own === field.id) return;
    onChange(withIdentifier(type, field, own));
    onIdentifier(own);
  };
  return (
    <>
      <Input
        ref={input}
        aria-label="Name of the field"
        value={field.name}
        maxLength={200}
        onChange={(event) => rename(event.target.value)}
        onPressEnter={onNext}
      />
      {published ? (
        <span className="tag">{field.id}</span>
      ) : (
        <Input
          aria-label="Identifier, fixed once it is published"
          title="Identifier, fixed once it is published"
          className="mono"
          size="small"
          prefix={<span className="tag">identifier</span>}
          value={id ?? field.id}
          maxLength={60}
          onChange={(event) => setId(event.target.value)}
          onBlur={identify}
          onPressEnter={identify}
        />
      )}
    </>
  );
}
