import { Modal, type ModalProps } from "antd";
import { useRef } from "react";

const FIELD = "input:not([type=file], [type=hidden], :disabled), textarea:not([aria-hidden], :disabled)";

/**
 * A dialog. The keyboard begins in its first field: while a Modal opens it can't be seen, so that autoFocus misses, and
 * what is typed would go to its Close button.
 */
export function Dialog({ children, afterOpenChange, ...rest }: ModalProps) {
  const body = useRef<HTMLDivElement>(null);
  return (
    <Modal
      {...rest}
      afterOpenChange={(open) => {
        if (open) body.current?.querySelector<HTMLElement>(FIELD)?.focus();
        afterOpenChange?.(open);
      }}
    >
      <div ref={body}>{children}</div>
    </Modal>
  );
}
