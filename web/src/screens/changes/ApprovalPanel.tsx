import { App, Button, Input } from "antd";
import { useState } from "react";
import { api } from "../../api/client";
import type { Approval, ChangeSet } from "../../api/types";
import { Word } from "../../help/Word";
import { counted } from "../../shared/counted";
import { localMoment } from "../../shared/localMoment";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { useAccount } from "../../shell/account";

/** Who has to sign what is read here, who has, and signing it or sending it back. It counts for exactly this. */
export function ApprovalPanel({ changeSet }: { changeSet: ChangeSet }) {
  const approval = api.useQuery("get", "/api/change-set/approval");
  const data = approval.data;
  if (changeSet.edits.length + changeSet.unsettled.length === 0) return null;
  if (approval.error) return <ProblemNotice error={approval.error} onAgain={() => void approval.refetch()} />;
  if (!data || (data.needed.length === 0 && data.said.length === 0)) return null;
  return (
    <section className="stack" style={{ marginBottom: 20 }} aria-label="Approval">
      <h2>
        <Word word="approval">Approval</Word>{" "}
        <span className={`tag ${data.met ? "mark-verd" : "mark-verm"}`}>
          {data.met ? "given" : data.sent_back ? "sent back" : "needed"}
        </span>
      </h2>
      {data.needed.map((each) => (
        <div key={each.id} className="signature">
          <b>{each.name}</b>{" "}
          <span className="mono">
            {each.signed.length} of {each.approvers}
          </span>
          <div className="soft">
            because {each.because}
            {each.by && `; signed by ${each.by}`}
          </div>
          {each.signed.length > 0 && <div>Signed by {each.signed.join(", ")}</div>}
        </div>
      ))}
      {data.sent_back && (
        <p className="notice">
          {data.sent_back.name} sent it back: {data.sent_back.words}
        </p>
      )}
      {data.asked && !data.met && (
        <p className="soft">
          {data.asked.name} asked for approval on {localMoment(data.asked.at)}.
        </p>
      )}
      <Say approval={data} changeSet={changeSet} />
      <span className="tag" title={`SHA-256 ${data.digest}`}>
        for exactly {data.digest.slice(0, 16)}…
      </span>
      <Said approval={data} />
    </section>
  );
}

/** Asking for approval, giving it, or sending it back with what has to be mended. */
function Say({ approval, changeSet }: { approval: Approval; changeSet: ChangeSet }) {
  const { may } = useAccount();
  const { message } = App.useApp();
  const [words, setWords] = useState("");
  const done = (said: string) => ({
    onSuccess: () => {
      setWords("");
      message.success(said);
    },
  });
  const ask = api.useMutation("post", "/api/change-set/ask", done("Approvers have been notified"));
  const approve = api.useMutation("post", "/api/change-set/approve", done("Signed"));
  const sendBack = api.useMutation("post", "/api/change-set/send-back", done("Sent back"));
  const body = { digest: approval.digest, words: words.trim() };
  const error: unknown = ask.error ?? approve.error ?? sendBack.error;
  const signs = may("approve") && !approval.hindrance;
  if (changeSet.unsettled.length > 0) return null;
  return (
    <>
      {error ? <ProblemNotice error={error} /> : null}
      {(signs || may("edit")) && !approval.met && (
        <Input.TextArea
          aria-label="Your comment"
          placeholder={signs ? "Your comment, or what needs fixing" : "What an approver should know"}
          value={words}
          maxLength={4000}
          autoSize={{ minRows: 1, maxRows: 6 }}
          onChange={(event) => setWords(event.target.value)}
        />
      )}
      {signs && (
        <span className="row-flex" style={{ gap: 10 }}>
          {!approval.met && (
            <Button
              type="primary"
              data-by-hand
              loading={approve.isPending}
              onClick={() => approve.mutate({ body })}
            >
              Approve
            </Button>
          )}
          <Button
            loading={sendBack.isPending}
            disabled={words.trim() === ""}
            onClick={() => sendBack.mutate({ body })}
          >
            Send back
          </Button>
        </span>
      )}
      {!signs && may("approve") && approval.hindrance && !approval.met && (
        <span className="soft">{approval.hindrance}.</span>
      )}
      {may("edit") && !approval.met && (!approval.asked || approval.sent_back) && (
        <span>
          <Button
            loading={ask.isPending}
            disabled={approval.sent_back !== undefined && words.trim() === ""}
            onClick={() => ask.mutate({ body })}
          >
            {approval.sent_back ? "Reply and ask again" : "Ask for approval"}
          </Button>
        </span>
      )}
    </>
  );
}

const VERBS = { asked: "asked for approval", approved: "approved", sent_back: "sent it back" } as const;

/** All that was said; what was said of another state of it counts no more. */
function Said({ approval }: { approval: Approval }) {
  const [open, setOpen] = useState(false);
  if (approval.said.length === 0) return null;
  return (
    <>
      <button type="button" className="plain" aria-expanded={open} onClick={() => setOpen(!open)}>
        {counted(approval.said.length, "word")} so far
      </button>
      {open && (
        <ul className="account-lines">
          {[...approval.said].reverse().map((each) => (
            <li key={`${each.at} ${each.name} ${each.verdict}`} className={each.current ? undefined : "soft"}>
              {each.name} {VERBS[each.verdict]}, {localMoment(each.at)}
              {each.words && `: ${each.words}`}
              {!each.current && " (before a later edit)"}
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
