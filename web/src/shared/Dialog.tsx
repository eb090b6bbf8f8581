import { App, Modal, type ModalProps } from "antd";
import { useRef, type KeyboardEvent, type MouseEvent } from "react";

const FIELD = "input:not([type=file], [type=hidden], :disabled), textarea:not([aria-hidden], :disabled)";

type Shut = MouseEvent<HTMLButtonElement> | KeyboardEvent | MouseEvent;

type Props = ModalProps & {
  /** Is what is typed into it of no worth by itself, as what is looked for? */
  passing?: boolean;
};

/** Was it Escape, or a click beside the dialog, which may not have been meant? */
const unasked = (event: Shut): boolean =>
  event.type === "keydown" || (event.target instanceof Element && event.target.matches(".ant-modal-wrap"));

/** Does some field hold a text? What was sent and taken back out of the fields is not lost. */
const filled = (body: HTMLElement | null): boolean =>
  [...(body?.querySelectorAll<HTMLInputElement | HTMLTextAreaElement>(FIELD) ?? [])].some(
    (field) => !["radio", "checkbox"].includes(field.type) && field.value !== "",
  );

/**
 * A dialog. The keyboard begins in its first field, or the first of what is marked data-begin: while a Modal opens it can't be seen, so that autoFocus misses, and
 * what is typed would go to its Close button. What was typed is not thrown away by Escape without being asked.
 */
export function Dialog({ children, afterOpenChange, onCancel, passing = false, ...rest }: Props) {
  const { modal } = App.useApp();
  const body = useRef<HTMLDivElement>(null);
  const typed = useRef(false);
  return (
    <Modal
      {...rest}
      afterOpenChange={(open) => {
        if (open)
          (body.current?.querySelector("[data-begin]") ?? body.current)
            ?.querySelector<HTMLElement>(FIELD)
            ?.focus();
        afterOpenChange?.(open);
      }}
      onCancel={(event) => {
        const lost = !passing && typed.current && filled(body.current);
        if (!lost || !unasked(event)) onCancel?.(event);
        else
          modal.confirm({
            title: "Discard what you typed?",
            okText: "Discard",
            cancelText: "Keep editing",
            onOk: () => onCancel?.(event),
          });
      }}
    >
      <div ref={body} onInput={() => (typed.current = true)}>
        {children}
      </div>
    </Modal>
  );
}
