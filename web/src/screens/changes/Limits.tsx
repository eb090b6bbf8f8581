import { App, Button, Input, InputNumber, Select } from "antd";
import { useState } from "react";
import { api } from "../../api/client";
import { useDirectory } from "../../api/queries";
import type { PolicyLimits, PolicyPlace } from "../../api/types";
import { useQuestion } from "../../question/useQuestion";
import { identifier } from "../../shared/identifier";
import { optionHolds } from "../../shared/optionHolds";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { useAccount } from "../../shell/account";
import { SettingSheet } from "./SettingSheet";

type Numbered = Exclude<keyof PolicyLimits, "emergency_group">;

/** Each limit: what it is about, its unit, the most it can be, the least, and what holds where nothing is said. */
const NUMBERS: Record<Numbered, { words: string; unit: string; least: number; most: number; usual: string }> =
  {
    unlock_minutes: {
      words: "A record stays unlocked for",
      unit: "minutes",
      least: 1,
      most: 1440,
      usual: "15",
    },
    reveals_per_hour: {
      words: "Each person can reveal",
      unit: "values an hour",
      least: 1,
      most: 1000,
      usual: "10",
    },
    look_seconds: {
      words: "A revealed value is shown for",
      unit: "seconds",
      least: 5,
      most: 3600,
      usual: "60",
    },
    new_signer_hours: {
      words: "A new or changed sign-in can sign after",
      unit: "hours",
      least: 1,
      most: 720,
      usual: "when another administrator agrees",
    },
    journal_days: { words: "The journal is kept for", unit: "days", least: 30, most: 36500, usual: "always" },
  };

/** How far what opens a record, or shows a covered value, goes; and from which networks someone is at a place. */
export function Limits() {
  const [{ state }] = useQuestion();
  const found = api.useQuery("get", "/api/limits", { params: { query: { state } } });
  return (
    <SettingSheet title="Limits and places" found={found}>
      {(given, fixed) => <Fields given={given} fixed={fixed} />}
    </SettingSheet>
  );
}

type Given = { limits: PolicyLimits; places: PolicyPlace[]; etag: string };

function Fields({ given, fixed }: { given: Given; fixed: boolean }) {
  const { may } = useAccount();
  const { message } = App.useApp();
  const [limits, setLimits] = useState(given.limits);
  const [places, setPlaces] = useState(given.places);
  const keep = api.useMutation("put", "/api/limits", {
    onSuccess: () => message.success("Saved to the change set"),
  });
  const editable = may("edit") && !fixed;
  const changed = JSON.stringify([limits, places]) !== JSON.stringify([given.limits, given.places]);
  /** What is empty is left out: then the usual holds. */
  const put = (name: keyof PolicyLimits, value: number | string | null | undefined) => {
    const { [name]: _gone, ...rest } = limits;
    setLimits(value === null || value === undefined ? rest : { ...rest, [name]: value });
  };
  return (
    <>
      <fieldset className="limits" disabled={!editable} aria-label="Limits">
        {(Object.keys(NUMBERS) as Numbered[]).map((name) => (
          <label key={name} className="limit">
            <span>{NUMBERS[name].words}</span>
            <InputNumber
              aria-label={NUMBERS[name].words}
              min={NUMBERS[name].least}
              max={NUMBERS[name].most}
              precision={0}
              value={limits[name] ?? null}
              placeholder={/^\d/.test(NUMBERS[name].usual) ? NUMBERS[name].usual : "–"}
              disabled={!editable}
              onChange={(value) => put(name, value)}
              style={{ width: 90 }}
            />
            <span>{NUMBERS[name].unit}</span>
            {limits[name] === undefined && <span className="soft">not set: {NUMBERS[name].usual}</span>}
          </label>
        ))}
        <Emergency
          group={limits.emergency_group}
          editable={editable}
          onChange={(group) => put("emergency_group", group)}
        />
      </fieldset>
      <h2>Places</h2>
      <Places places={places} editable={editable} onChange={setPlaces} />
      {keep.error ? <ProblemNotice error={keep.error} title="This can’t be saved" /> : null}
      {editable && (
        <Button
          type="primary"
          disabled={!changed || places.some((place) => place.name.trim() === "")}
          loading={keep.isPending}
          onClick={() => keep.mutate({ body: { limits, places }, headers: { "if-match": given.etag } })}
        >
          Save to change set
        </Button>
      )}
    </>
  );
}

type EmergencyProps = {
  group: string | undefined;
  editable: boolean;
  onChange: (group: string | undefined) => void;
};

function Emergency({ group, editable, onChange }: EmergencyProps) {
  const groups = useDirectory().data?.groups ?? [];
  return (
    <label className="limit">
      <span>When a whole record is revealed, tell</span>
      <Select
        aria-label="Group notified when a whole record is revealed"
        allowClear
        showSearch={{ filterOption: optionHolds }}
        value={group}
        disabled={!editable}
        placeholder="no group"
        style={{ width: 240 }}
        onChange={(value: string | undefined) => onChange(value)}
        options={groups.map((each) => ({ value: each.id, label: each.name }))}
      />
      {group === undefined && <span className="soft">not set: no one can reveal a whole record</span>}
    </label>
  );
}

type PlacesProps = { places: PolicyPlace[]; editable: boolean; onChange: (places: PolicyPlace[]) => void };

/** Named places, with the networks from which someone counts as being there. */
function Places({ places, editable, onChange }: PlacesProps) {
  const put = (at: number, next: PolicyPlace) =>
    onChange(places.map((place, index) => (index === at ? next : place)));
  const add = () =>
    onChange([
      ...places,
      {
        id: identifier(
          "place",
          places.map((place) => place.id),
          "-",
          "place",
        ),
        name: "",
      },
    ]);
  return (
    <>
      {places.length === 0 && <p className="soft">Add a place to use locations in rules.</p>}
      {places.map((place, index) => (
        <fieldset
          key={place.id}
          className="signer"
          disabled={!editable}
          aria-label={place.name || "New place"}
        >
          <Input
            aria-label="Name of the place"
            placeholder="Name"
            value={place.name}
            maxLength={200}
            style={{ width: 220 }}
            onChange={(event) => put(index, { ...place, name: event.target.value })}
          />
          <span>from the networks</span>
          <Select
            aria-label={`Networks of ${place.name || "the new place"}`}
            mode="tags"
            open={false}
            suffix={<span />}
            tokenSeparators={[",", " "]}
            value={place.networks ?? []}
            disabled={!editable}
            placeholder="such as 192.0.2.0/24"
            style={{ minWidth: 320, flex: 1 }}
            onChange={(networks: string[]) => put(index, { ...place, networks })}
          />
          {editable && (
            <button
              type="button"
              className="plain"
              aria-label={`Remove ${place.name || "the new place"}`}
              onClick={() => onChange(places.filter((_, at) => at !== index))}
            >
              Remove
            </button>
          )}
        </fieldset>
      ))}
      {editable && (
        <p>
          <Button onClick={add}>Add a place</Button>
        </p>
      )}
    </>
  );
}
