import { Input } from "antd";
import { useEffect, useState, type KeyboardEvent } from "react";
import { useNavigate } from "react-router";
import { Dialog } from "../../shared/Dialog";
import { matching, underHeadings, type Found } from "./found";
import { useFindable } from "./useFindable";

const PAUSE = 200;

/** Finds pages, commands, rules, fields, people and records by what is typed. at hand: pages and commands. */
export function Finder({ atHand, onClose }: { atHand: Found[]; onClose: () => void }) {
  const navigate = useNavigate();
  const [typed, setTyped] = useState("");
  const [asked, setAsked] = useState("");
  const [place, setPlace] = useState(0);
  useEffect(() => {
    const timer = setTimeout(() => setAsked(typed), PAUSE);
    return () => clearTimeout(timer);
  }, [typed]);
  const { all, searched, looking } = useFindable(asked);
  const local = typed.trim() === "" ? atHand : matching([...atHand, ...all], typed);
  const groups = underHeadings([...local, ...searched]);
  const shown = groups.flatMap(([, list]) => list);
  const active = shown[Math.min(place, shown.length - 1)];
  const take = (found: Found | undefined) => {
    if (!found) return;
    onClose();
    if (found.to) void navigate(found.to);
    else found.act?.();
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const by = event.key === "ArrowDown" ? 1 : event.key === "ArrowUp" ? -1 : 0;
    if (by !== 0) {
      event.preventDefault();
      setPlace((Math.min(place, shown.length - 1) + by + shown.length) % shown.length);
    } else if (event.key === "Enter") {
      event.preventDefault();
      take(active);
    }
  };
  return (
    <Dialog passing open title="Find" width={600} footer={null} onCancel={onClose} className="finder">
      <Input
        role="combobox"
        aria-label="Find"
        aria-expanded
        aria-controls="found"
        aria-activedescendant={active && `found ${active.key}`}
        placeholder="A page, command, rule, field, person or record"
        value={typed}
        maxLength={200}
        onChange={(event) => {
          setTyped(event.target.value);
          setPlace(0);
        }}
        onKeyDown={onKeyDown}
      />
      <div role="listbox" id="found" aria-label="Found" aria-busy={looking} tabIndex={-1}>
        {groups.map(([kind, list]) => (
          <div key={kind} role="group" aria-label={kind}>
            <div className="kind">{kind}</div>
            {list.map((found) => (
              // The keyboard stays in the box, which says which option is meant.
              // eslint-disable-next-line jsx-a11y/click-events-have-key-events
              <div
                key={found.key}
                id={`found ${found.key}`}
                role="option"
                tabIndex={-1}
                aria-selected={found === active}
                ref={(element) => {
                  if (found === active) element?.scrollIntoView({ block: "nearest" });
                }}
                onClick={() => take(found)}
              >
                {found.name} {found.more && <span className="soft">{found.more}</span>}
              </div>
            ))}
          </div>
        ))}
      </div>
      {shown.length === 0 && <p className="soft">{looking ? "Searching …" : "Nothing found."}</p>}
    </Dialog>
  );
}
