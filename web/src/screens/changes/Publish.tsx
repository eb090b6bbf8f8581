import { useQueryClient } from "@tanstack/react-query";
import { App, Button, Input } from "antd";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { api, ProblemError } from "../../api/client";
import type { ChangeFinding, ChangeSet } from "../../api/types";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { useAccount } from "../../shell/account";

/** What has to be known before it is published: findings nobody has read, or that not all is proved. */
type Asked = { findings: ChangeFinding[]; words: string };

/** Makes the change set the next edition. Where it exposes something or traps somebody, it asks once more. */
export function Publish({ changeSet }: { changeSet: ChangeSet }) {
  const { may } = useAccount();
  const { message } = App.useApp();
  const client = useQueryClient();
  const [note, setNote] = useState("");
  const [search, setSearch] = useSearchParams();
  const publishing = api.useMutation("post", "/api/change-set/publish", {
    onSuccess: (edition) => {
      setNote("");
      message.success(`Edition ${edition.number} is in force`);
      const next = new URLSearchParams(search);
      next.delete("set");
      setSearch(next);
    },
    // What is waiting may be something else by now.
    onError: () =>
      void client.invalidateQueries({
        predicate: ({ queryKey }) => String(queryKey[1]).startsWith("/api/change-set"),
      }),
  });
  const { error, isPending: busy } = publishing;
  if (!may("publish")) return <p className="soft">An administrator or approver publishes what is waiting.</p>;
  const publish = (known: string[], proved: boolean) =>
    publishing.mutate({
      body: { revision: changeSet.revision, edition: changeSet.base_edition, note, known, proved },
    });
  const asked = askedBy(error);
  const count = changeSet.edits.length;
  const edits = `${count} ${count === 1 ? "edit" : "edits"}`;
  return (
    <section className="stack" style={{ marginBottom: 20 }}>
      <h2>Publish</h2>
      <span className="soft">
        Publishing makes edition <span className="mono">{changeSet.base_edition + 1}</span>: numbered,
        unchangeable, and in force from that moment for every form, list and program.
      </span>
      <label className="line">
        Note for whoever reads the editions later
        <Input.TextArea
          value={note}
          maxLength={1000}
          autoSize={{ minRows: 2, maxRows: 6 }}
          onChange={(event) => setNote(event.target.value)}
        />
      </label>
      {asked ? (
        <div className="notice" role="alert">
          <b>{asked.findings.length > 0 ? "It exposes something, or leaves somebody stuck" : asked.words}</b>
          <ul>
            {asked.findings.map((finding) => (
              <li key={finding.id}>
                <b>{finding.title}</b>, {finding.type_name.toLowerCase()}: {finding.words}
              </li>
            ))}
          </ul>
          <span className="row-flex" style={{ gap: 14 }}>
            <Button
              loading={busy}
              onClick={() =>
                publish(
                  asked.findings.map((finding) => finding.id),
                  false,
                )
              }
            >
              {asked.findings.length > 0 ? "Publish all the same" : "Publish without knowing"}
            </Button>
            <button type="button" className="plain" onClick={() => publishing.reset()}>
              Not now
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
              disabled={count === 0 || changeSet.unsettled.length > 0}
              onClick={() => publish([], true)}
            >
              {count === 0 ? "Nothing to publish" : `Publish ${edits}`}
            </Button>
          </span>
        </>
      )}
    </section>
  );
}

/** Whether the server asks once more, and about what. */
function askedBy(error: unknown): Asked | null {
  if (!(error instanceof ProblemError) || error.status !== 409) return null;
  const { findings, detail } = error.problem;
  return { findings: findings ?? [], words: detail };
}
