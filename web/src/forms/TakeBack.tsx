import { useEffect, useRef, type RefObject } from "react";

type Props = {
  name: string;
  /** Was the keyboard in this field before it locked? */
  had: RefObject<boolean>;
  onTakeBack: () => void;
};

/** Beside a field that locked with something typed in it: takes that back, and stays near the keyboard that was in it. */
export function TakeBack({ name, had, onTakeBack }: Props) {
  const button = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    // The box that had the keyboard is gone; nothing else has taken it.
    if (had.current && document.activeElement === document.body) button.current?.focus();
  }, [had]);
  return (
    <button
      type="button"
      className="plain take-back"
      ref={button}
      aria-label={`Undo what you entered in ${name}`}
      onClick={onTakeBack}
    >
      undo what you entered
    </button>
  );
}
