import { Checkbox, Input } from "antd";
import type { Window } from "../../api/types";

const DAYS = ["monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday"];

/** When a rule is in force: days, weekdays and hours of the day in a time zone. */
export function WindowEditor({
  window: shown,
  zone,
  onChange,
}: {
  window: Window | undefined;
  zone: string;
  onChange: (window: Window | undefined) => void;
}) {
  if (!shown)
    return (
      <span>
        <span className="soft">any time. </span>
        <button type="button" className="plain" onClick={() => onChange({ weekdays: DAYS.slice(0, 5) })}>
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
      <button type="button" className="plain" onClick={() => onChange(undefined)}>
        Remove the time limit
      </button>
    </>
  );
}
