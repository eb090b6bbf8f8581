import { Popover, Input } from "antd";
import { useState } from "react";

type Props = { record: string; blank: string; onPick: (record: string) => void };

/** Which record: any, or one by its number. */
export function RecordPick({ record, blank, onPick }: Props) {
  const [open, setOpen] = useState(false);
  const [text, setText] = useState(record);
  const done = (value: string) => {
    onPick(value.trim());
    setOpen(false);
  };
  return (
    <Popover
      open={open}
      trigger="click"
      placement="bottomLeft"
      onOpenChange={(next) => {
        setText(record);
        setOpen(next);
      }}
      content={
        <div className="stack" style={{ width: 240 }}>
          <Input
            autoFocus
            aria-label="Record number"
            placeholder="Number, such as LN-0042"
            value={text}
            onChange={(event) => setText(event.target.value)}
            onPressEnter={() => done(text)}
          />
          <div className="row-flex">
            <button type="button" className="plain" onClick={() => done(text)}>
              Use this record
            </button>
            <button type="button" className="plain" onClick={() => done("")}>
              {blank}
            </button>
          </div>
        </div>
      }
    >
      <button type="button" className="pick" aria-label={`Record: ${record || blank}`}>
        {record || blank}
      </button>
    </Popover>
  );
}
