import { Checkbox, Input } from "antd";
import { useState } from "react";
import type { Window } from "../../api/types";

const DAYS = ["monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday"];

/** When a rule is in force: days, weekdays and hours of the day in a time zone. */
export function WindowEditor({
  window: kept,
  zone,
  onChange,
}: {
  window: Window | undefined;
  zone: string;
  onChange: (window: Window | undefined) => void;
}) {
  // Nothing is limited until a day or an hour is given.
  const [opened, setOpened] = useState(false);
  const shown = kept ?? (opened ? {} : undefined);
  if (!shown)
    return (
      <span>
        <span className="soft">any time. </span>
        <button type="button" className="plain" onClick={() => setOpened(true)}>
          Limit to certain times
        </button>
      </span>
    );
  const put = (change: Partial<Window>) => {
    const next = Object.fromEntries(
      (Object.entries({ ...shown, ...change }) as [string, unknown][]).filter(
        ([, value]) => value !== undefined && value !== "" && !(Array.isArray(value) && value.length === 0),
      ),
    );
    setOpened(true);
    onChange(Object.keys(next).some((part) => part !== "zone") ? next : undefined);
  };
  const hours = shown.hours;
  return (
    <>
      <div className="row-flex">
        <label className="line">
          From
          <Input
            type="date"
            autoFocus={!kept}
            aria-label="Window from"
            value={shown.from ?? ""}
            onChange={(event) => put({ from: event.target.value })}
            style={{ width: 150 }}
          />
        </label>
        <label className="line">
          Until (inclusive)
          <Input
            type="date"
            aria-label="Window until"
            value={shown.until ?? ""}
            onChange={(event) => put({ until: event.target.value })}
            style={{ width: 150 }}
          />
        </label>
      </div>
      <Checkbox.Group
        aria-label="Weekdays"
        value={shown.weekdays ?? []}
        onChange={(days) => put({ weekdays: DAYS.filter((day) => days.includes(day)) })}
        options={DAYS.map((day) => ({ value: day, label: day.slice(0, 3) }))}
      />
      <div className="row-flex">
        <label className="line">
          Hours from
          <Input
            type="time"
            aria-label="Hours from"
            value={hours?.from ?? ""}
            onChange={(event) =>
              put({
                hours: event.target.value
                  ? { from: event.target.value, until: hours?.until ?? "18:00" }
                  : undefined,
              })
            }
            style={{ width: 110 }}
          />
        </label>
        <label className="line">
          until
          <Input
            type="time"
            aria-label="Hours until"
            value={hours?.until ?? ""}
            onChange={(event) =>
              put({
                hours: event.target.value
                  ? { from: hours?.from ?? "08:00", until: event.target.value }
                  : undefined,
              })
            }
            style={{ width: 110 }}
          />
        </label>
        <label className="line">
          Time zone
          <Input
            aria-label="Time zone"
            placeholder={zone}
            value={shown.zone ?? ""}
            onChange={(event) => put({ zone: event.target.value })}
            style={{ width: 150 }}
          />
        </label>
      </div>
      <button
        type="button"
        className="plain"
        onClick={() => {
          setOpened(false);
          onChange(undefined);
        }}
      >
        Remove the time limit
      </button>
    </>
  );
}
