import { App, Button, Input, Select } from "antd";
import { useState } from "react";
import { api } from "../../api/client";
import { useDirectory, usePeople } from "../../api/queries";
import type { ChangeOfRules } from "../../api/types";
import { audienceOptions, principalOf } from "../../shared/audiences";
import { optionHolds } from "../../shared/optionHolds";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { Sentences } from "../../shared/Sentences";
import { useStillHere } from "../../shared/useStillHere";

type Props = { rules: string[]; total: number; onAll: () => void; onClose: () => void };

const DOING = {
  off: "switch them off",
  on: "switch them on",
  audience: "replace an audience",
  unit: "replace a unit",
  review_by: "set a review date",
  owner: "set a reviewer",
  first: "rank them first",
  last: "rank them last",
  remove: "remove them",
} as const;
type Doing = keyof typeof DOING;

/** The same done to several rules: what, then what that does to whom, and then, on a second press, done. */
export function SeveralRules({ rules, total, onAll, onClose }: Props) {
  const stillHere = useStillHere();
  const { message } = App.useApp();
  const [doing, setDoing] = useState<Doing>("off");
  const [from, setFrom] = useState("");
  const [to, setTo] = useState("");
  const telling = api.useMutation("post", "/api/rules/several/preview");
  const keeping = api.useMutation("post", "/api/rules/several", {
    onSuccess: ({ changes }) => {
      message.success(`${changes} ${changes === 1 ? "rule" : "rules"} changed in the change set`);
      if (stillHere()) onClose();
    },
  });
  const change = changeOf(doing, from, to);
  const again = () => {
    telling.reset();
    keeping.reset();
  };
  const pick = (next: Doing) => {
    setDoing(next);
    setFrom("");
    setTo("");
    again();
  };
  const told = telling.data;
  const error: unknown = keeping.error ?? telling.error;
  return (
    <aside className="side" aria-label="Several rules">
      <div className="editor stack">
        <div className="head">
          <h1>Edit several rules</h1>
          <span className="push">
            <button type="button" className="plain" onClick={onClose}>
              Close
            </button>
          </span>
        </div>
        <span>
          <b>{rules.length}</b> {rules.length === 1 ? "rule is" : "rules are"} selected.{" "}
          <button type="button" className="plain" onClick={onAll}>
            {rules.length === total ? "Select none" : `Select all ${total}`}
          </button>
        </span>
        <label className="line">
          What to do
          <Select
            aria-label="What to do"
            value={doing}
            onChange={pick}
            options={Object.entries(DOING).map(([value, label]) => ({ value, label }))}
          />
        </label>
        <Parts
          doing={doing}
          from={from}
          to={to}
          onFrom={(next) => {
            setFrom(next);
            again();
          }}
          onTo={(next) => {
            setTo(next);
            again();
          }}
        />
        {error ? <ProblemNotice error={error} title="Nothing was changed" /> : null}
        {told && (
          <section aria-label="Who this affects">
            <h3>
              {told.changes === 0
                ? "Nothing changes"
                : `Changes ${told.changes} ${told.changes === 1 ? "rule" : "rules"}`}
            </h3>
            <Sentences sentences={told.sentences} />
          </section>
        )}
        <div className="actions">
          {told && told.changes > 0 && change ? (
            <Button
              type="primary"
              loading={keeping.isPending}
              onClick={() => keeping.mutate({ body: { rules, change, revision: told.revision } })}
            >
              Save to change set
            </Button>
          ) : (
            <Button
              type="primary"
              loading={telling.isPending}
              disabled={!change || rules.length === 0}
              onClick={() => change && telling.mutate({ body: { rules, change } })}
            >
              Preview effect
            </Button>
          )}
        </div>
      </div>
    </aside>
  );
}

type PartsProps = {
  doing: Doing;
  from: string;
  to: string;
  onFrom: (from: string) => void;
  onTo: (to: string) => void;
};

/** What the change needs to be told. */
function Parts({ doing, from, to, onFrom, onTo }: PartsProps) {
  const directory = useDirectory();
  const [search, setSearch] = useState("");
  const people = usePeople(search, "", 1, 20);
  if (doing === "review_by") {
    return (
      <label className="line">
        Review by
        <Input type="date" value={to} style={{ width: 160 }} onChange={(event) => onTo(event.target.value)} />
      </label>
    );
  }
  const found = people.data?.items ?? [];
  const options =
    doing === "audience"
      ? audienceOptions(directory.data, found)
      : doing === "unit"
        ? (directory.data?.units ?? []).map((unit) => ({ value: unit.id, label: unit.name }))
        : found.map((user) => ({ value: user.id, label: user.name }));
  if (!["audience", "unit", "owner"].includes(doing)) return null;
  const pick = (label: string, value: string, onPick: (value: string) => void) => (
    <label className="line">
      {label}
      <Select
        aria-label={label}
        value={value || undefined}
        options={options as { value: string; label: string }[]}
        showSearch={{ filterOption: optionHolds, onSearch: setSearch }}
        onChange={onPick}
      />
    </label>
  );
  return (
    <>
      {doing !== "owner" && pick("Replace", from, onFrom)}
      {pick(doing === "owner" ? "Reviewer" : "Now", to, onTo)}
    </>
  );
}

/** The change as it is sent; undefined while a part of it is missing. */
function changeOf(doing: Doing, from: string, to: string): ChangeOfRules | undefined {
  switch (doing) {
    case "on":
    case "off":
      return { state: doing };
    case "first":
    case "last":
      return { rank: doing };
    case "remove":
      return { remove: true };
    case "review_by":
      return to ? { review_by: to } : undefined;
    case "owner":
      return to ? { owner: to } : undefined;
    case "unit":
      return from && to ? { unit: { replace: from, by: to } } : undefined;
    case "audience":
      return from && to ? { audience: { replace: principalOf(from), by: principalOf(to) } } : undefined;
  }
}
