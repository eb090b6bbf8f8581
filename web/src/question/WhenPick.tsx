import { Input, Popover, Select } from "antd";
import { useState } from "react";
import type { Named } from "../api/types";
import { localMoment } from "../shared/localMoment";
import type { AskedQuestion } from "./useQuestion";

type Props = {
  question: AskedQuestion;
  places: Named[];
  zone: string;
  onPick: (change: Partial<AskedQuestion>) => void;
};

/** When, and from where: now unless a moment is named, from a network and a place that may be left open. */
export function WhenPick({ question, places, zone, onPick }: Props) {
  const [open, setOpen] = useState(false);
  const [network, setNetwork] = useState(question.network);
  const place = places.find((each) => each.id === question.place);
  const words = [
    question.at ? localMoment(question.at) : "now",
    question.network && `from ${question.network}`,
    place && `in the ${place.name.toLowerCase()}`,
  ]
    .filter(Boolean)
    .join(", ");
  const done = () => {
    onPick({ network: network.trim() });
    setOpen(false);
  };
  return (
    <Popover
      open={open}
      trigger="click"
      placement="bottomRight"
      onOpenChange={(next) => {
        setNetwork(question.network);
        setOpen(next);
      }}
      content={
        <div className="stack" style={{ width: 270 }}>
          <label className="line">
            Local time in {zone}
            <Input
              type="datetime-local"
              value={question.at.slice(0, 16)}
              onChange={(event) => onPick({ at: event.target.value })}
            />
          </label>
          {question.at && (
            <button type="button" className="plain" onClick={() => onPick({ at: "" })}>
              Use the current time
            </button>
          )}
          <label className="line">
            Network address
            <Input
              placeholder="not given"
              value={network}
              onChange={(event) => setNetwork(event.target.value)}
              onPressEnter={done}
              onBlur={() => network.trim() !== question.network && onPick({ network: network.trim() })}
            />
          </label>
          {places.length > 0 && (
            <label className="line">
              Place
              <Select
                aria-label="Place"
                allowClear
                placeholder="not given"
                value={question.place || undefined}
                onChange={(next?: string) => onPick({ place: next ?? "" })}
                options={places.map((each) => ({ value: each.id, label: each.name }))}
              />
            </label>
          )}
          <button type="button" className="plain" onClick={done}>
            Done
          </button>
        </div>
      }
    >
      <button type="button" className="pick" aria-label={`When and from where: ${words}`}>
        {words}
      </button>
    </Popover>
  );
}
