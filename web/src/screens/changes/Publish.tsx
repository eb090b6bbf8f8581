import { useQueryClient } from "@tanstack/react-query";
import { App, Button, Input } from "antd";
import { useState } from "react";
import { api, ProblemError } from "../../api/client";
import type { ChangeFinding, ChangeSet } from "../../api/types";
import { standsOn, useQuestion } from "../../question/useQuestion";
import { counted } from "../../shared/counted";
import { localMoment } from "../../shared/localMoment";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { useAccount } from "../../shell/account";
import { localWords } from "../../shared/localWords";

/** What has to be known before it is published: findings no one has read, or that not all is proved. */
type Asked = {
  findings: ChangeFinding[];
  words: string;
  /** What is known once it is published all the same. */
  known: string[];
  /** Is it still only published where all it brings is proved? */
  proved: boolean;
};

/** Makes the change set the next edition. Where it exposes something or traps someone, it asks once more. */
export function Publish({ changeSet }: { changeSet: ChangeSet }) {
  const { may } = useAccount();
  const { message } = App.useApp();
  const client = useQueryClient();
  const [note, setNote] = useState("");
  const [, change] = useQuestion();
  const publishing = api.useMutation("post", "/api/change-set/publish", {
    onSuccess: (edition) => {
      setNote("");
      message.success(`Edition ${edition.number} is in force`);
      if (standsOn(changeSet.id)) change({ set: "" });
    },
    // What is waiting may be something else by now.
    onError: () =>
      void client.invalidateQueries({
        predicate: ({ queryKey }) => String(queryKey[1]).startsWith("/api/change-set"),
      }),
  });
  const { error, isPending: busy } = publishing;
  const approval = api.useQuery("get", "/api/change-set/approval");
  const unsigned = approval.data ? !approval.data.met : false;
  if (!may("publish"))
    return <p className="soft">An administrator or approver can publish this change set.</p>;
  const publish = (known: string[], proved: boolean) =>
    publishing.mutate({
      body: {
        revision: changeSet.revision,
        edition: changeSet.base_edition,
        digest: changeSet.digest,
        note,
        known,
        proved,
      },
    });
  const asked = askedBy(error);
  const count = changeSet.edits.length;
  if (changeSet.publish_at) return <AtItsMoment changeSet={changeSet} at={changeSet.publish_at} />;
  return (
    <section className="stack" style={{ marginBottom: 20 }}>
      <h2>Publish</h2>
      <span className="soft">
        Publishing makes edition <span className="mono">{changeSet.base_edition + 1}</span>, which applies at
        once to every form, list and program and never changes.
      </span>
      <label className="line">
        Note for the edition history
        <Input.TextArea
          value={note}
          maxLength={1000}
          autoSize={{ minRows: 2, maxRows: 6 }}
          onChange={(event) => setNote(event.target.value)}
        />
      </label>
      {asked ? (
        <div className="notice" role="alert">
          <b>{asked.findings.length > 0 ? "This exposes data or blocks someone" : asked.words}</b>
          <ul>
            {asked.findings.map((finding) => (
              <li key={finding.id}>
                <b>{finding.title}</b>, {finding.type_name.toLowerCase()}: {localWords(finding.words)}
              </li>
            ))}
          </ul>
          <span className="row-flex" style={{ gap: 14 }}>
            <Button
              loading={busy}
              onClick={() =>
                publish([...(publishing.variables?.body.known ?? []), ...asked.known], asked.proved)
              }
            >
              {asked.findings.length > 0 ? "Publish anyway" : "Publish before the check finishes"}
            </Button>
            <button type="button" className="plain" onClick={() => publishing.reset()}>
              Cancel
            </button>
          </span>
        </div>
      ) : (
        <>
          {error ? <ProblemNotice error={error} /> : null}
          <span>
            <Button
              type="primary"
              loading={busy}
              disabled={count === 0 || changeSet.unsettled.length > 0 || unsigned}
              onClick={() => publish([], true)}
            >
              {count === 0
                ? "Nothing to publish"
                : unsigned
                  ? "Waits for approval"
                  : `Publish ${counted(count, "edit")}`}
            </Button>
          </span>
          {count > 0 && <SetMoment changeSet={changeSet} note={note} />}
        </>
      )}
    </section>
  );
}

/** The moment at which it takes force by itself. */
function AtItsMoment({ changeSet, at }: { changeSet: ChangeSet; at: string }) {
  const unset = api.useMutation("delete", "/api/change-set/moment");
  return (
    <section className="stack" style={{ marginBottom: 20 }} aria-label="Schedule">
      <h2>Publish</h2>
      <p role="status">
        Scheduled for <b>{localMoment(at)}</b> as edition{" "}
        <span className="mono">{changeSet.base_edition + 1}</span>, provided every signature is given, every
        expectation holds and nothing has been edited since.
      </p>
      {unset.error ? <ProblemNotice error={unset.error} /> : null}
      <span>
        <Button loading={unset.isPending} onClick={() => unset.mutate({})}>
          Cancel the schedule
        </Button>
      </span>
    </section>
  );
}

/** Has it take force at a day and hour. What it brings is taken to have been read. */
function SetMoment({ changeSet, note }: { changeSet: ChangeSet; note: string }) {
  const [open, setOpen] = useState(false);
  const [at, setAt] = useState("");
  const findings = api.useQuery("get", "/api/change-set/findings", {}, { enabled: open });
  const set = api.useMutation("put", "/api/change-set/moment");
  if (!open)
    return (
      <span>
        <button type="button" className="plain" onClick={() => setOpen(true)}>
          Schedule
        </button>
      </span>
    );
  const brings = findings.data?.brings ?? [];
  return (
    <div className="stack" role="group" aria-label="Schedule">
      <label className="line">
        Date and time (this browser’s time zone)
        <Input type="datetime-local" value={at} onChange={(event) => setAt(event.target.value)} />
      </label>
      {set.error ? <ProblemNotice error={set.error} /> : null}
      <span className="row-flex" style={{ gap: 14 }}>
        <Button
          disabled={at === "" || !findings.data?.proved}
          loading={set.isPending}
          onClick={() =>
            set.mutate({
              body: {
                at: new Date(at).toISOString(),
                note,
                revision: changeSet.revision,
                known: brings.map((finding) => finding.id),
              },
            })
          }
        >
          {brings.length > 0 ? "Schedule with these findings" : "Schedule it"}
        </Button>
        <button type="button" className="plain" onClick={() => setOpen(false)}>
          Cancel
        </button>
      </span>
    </div>
  );
}

/** Whether the server asks once more, and about what. */
function askedBy(error: unknown): Asked | null {
  if (!(error instanceof ProblemError) || error.status !== 409) return null;
  const { type, findings = [], expectations = [], detail } = error.problem;
  if (/(brings-findings|not-proved)$/.test(type))
    return { findings, words: detail, known: findings.map((finding) => finding.id), proved: false };
  // What could not be decided may be known not to be; what fails keeps it back.
  const undecided = expectations.length > 0 && expectations.every((each) => each.status === "undecided");
  if (!undecided) return null;
  return {
    findings: [],
    words: detail,
    known: expectations.map((each) => `expectation:${each.id}`),
    proved: true,
  };
}
