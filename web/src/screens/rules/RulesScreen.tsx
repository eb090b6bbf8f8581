import { Button } from "antd";
import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from "react";
import { Link, useSearchParams } from "react-router";
import { useRules } from "../../api/queries";
import type { RuleView } from "../../api/types";
import { useBegin } from "../../question/useBegin";
import { QuestionStrip } from "../../question/QuestionStrip";
import { useQuestionSearch } from "../../question/useQuestion";
import { useSubject } from "../../question/useSubject";
import { Loading } from "../../shared/Loading";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { SaveList } from "../../shared/SaveList";
import { useAccount } from "../../shell/account";
import { isNewDraft, keepDraft, useDrafts } from "./drafts";
import { FindInRules } from "./FindInRules";
import { ReachedRules } from "./ReachedRules";
import { RuleEditor } from "./RuleEditor";
import { SeveralRules } from "./SeveralRules";
import { SentenceWords } from "./SentenceWords";
import { useNarrowed } from "./useNarrowed";
import { useRankOrder } from "./useRankOrder";
import { localWords } from "../../shared/localWords";

/** Rules in order of rank, each as one sentence; the one chosen is edited beside them. */
export default function RulesScreen() {
  const { question, type } = useSubject();
  const { may } = useAccount();
  const [search, setSearch] = useSearchParams();
  const questionSearch = useQuestionSearch();
  const [filter, setFilter] = useState("");
  const drafts = useDrafts();
  const rules = useRules(question.type, question.state);
  const order = useRankOrder(rules.data?.items ?? [], question.type);
  const editable = may("edit") && question.state === "pending";
  const chosen = search.get("rule") ?? "";
  // Rules picked to have the same done to them; null while they are looked at one by one.
  const [picked, setPicked] = useState<string[] | null>(null);
  const pick = (id: string) =>
    setPicked((before) =>
      before?.includes(id) ? before.filter((each) => each !== id) : [...(before ?? []), id],
    );
  const reaching = search.get("reach") ?? "";
  const put = (parts: Record<string, string>) =>
    setSearch((before) => {
      const next = new URLSearchParams(before);
      for (const [name, value] of Object.entries(parts)) {
        if (value) next.set(name, value);
        else next.delete(name);
      }
      return next;
    });
  const choose = (id: string, of?: string) => put({ rule: id, ...(of ? { type: of } : {}) });
  const narrowed = useNarrowed(question);
  const shown = useMemo(() => {
    const wanted = filter.trim().toLowerCase();
    return (rules.data?.items ?? []).filter(
      (view) =>
        (!narrowed || narrowed.ids.has(view.rule.id ?? "")) &&
        (!wanted ||
          [view.rule.title, wordsOf(view), localWords(wordsOf(view))]
            .join(" ")
            .toLowerCase()
            .includes(wanted)),
    );
  }, [rules.data, filter, narrowed]);
  const fresh = Object.entries(drafts).filter(
    ([key, draft]) => isNewDraft(key) && draft.rule.record_type === question.type,
  );
  const view = rules.data?.items.find((candidate) => candidate.rule.id === chosen);
  const editing = view ?? drafts[chosen];
  const addRule = () => {
    if (type)
      choose(
        keepDraft({
          rule: {
            title: "",
            kind: "ordinary",
            record_type: type.id,
            audience: { any: [] },
            lines: [{ fields: [], effects: [] }],
          },
          etag: null,
        }),
      );
  };
  useBegin("rule", type !== undefined, addRule);
  return (
    <>
      <QuestionStrip who="audiences" />
      <main className="page">
        <div className={`split ${editing || picked ? "wide" : "single"}`}>
          <div className="sheet">
            <div className="head">
              <h1>{reaching ? "Rules" : `Rules of ${type?.name ?? "…"}`}</h1>
              <span className="soft">
                {rules.data ? `${rules.data.total} rules` : ""};{" "}
                <Link to={{ pathname: "/precedence", search: questionSearch }}>precedence</Link>
              </span>
              <span className="push">
                <FindInRules
                  state={question.state}
                  text={filter}
                  onText={setFilter}
                  onReaching={(next) => put({ reach: next, rule: "" })}
                />
                <SaveList
                  name={`rules-${question.type}`}
                  heading={["Rank", "Title", "State", "Rule", "Reason", "Review by"]}
                  rows={() =>
                    shown.map((each) => [
                      each.number,
                      each.rule.title,
                      each.rule.state ?? "on",
                      wordsOf(each),
                      each.rule.reason,
                      each.rule.review_by,
                    ])
                  }
                />
                {editable && (
                  <>
                    <Button
                      aria-pressed={picked !== null}
                      onClick={() => setPicked(picked ? null : [])}
                      disabled={!type || Boolean(reaching)}
                    >
                      Several
                    </Button>
                    <Button type="primary" onClick={addRule} disabled={!type}>
                      New rule
                    </Button>
                  </>
                )}
              </span>
            </div>
            {question.state === "in_force" && may("edit") && (
              <p className="soft">These are the rules in force. Choose “with edits” above to edit them.</p>
            )}
            {rules.error ? <ProblemNotice error={rules.error} onAgain={() => void rules.refetch()} /> : null}
            {!rules.data && !rules.error && type && <Loading />}
            {reaching && (
              <ReachedRules
                reaching={reaching}
                state={question.state}
                chosen={chosen}
                onChoose={(rule, of) => put({ rule, type: of })}
                onClear={() => put({ reach: "" })}
              />
            )}
            {!reaching && narrowed && rules.data && narrowed.ids.size < rules.data.total && (
              <p className="row-flex" style={{ gap: 12 }} role="status">
                <span>
                  Only the {narrowed.ids.size} of {rules.data.total} that reach {narrowed.words} in the
                  question above.
                </span>
                <button type="button" className="plain" onClick={() => put({ mode: "", audiences: "" })}>
                  show all rules
                </button>
              </p>
            )}
            {(reaching ? [] : fresh).map(([key, draft]) => (
              <button
                type="button"
                key={key}
                className={`rule-row ${key === chosen ? "on" : ""}`}
                onClick={() => choose(key)}
              >
                <span className="rank mono">new</span>
                <span className="body">
                  <span className="title">
                    {draft.rule.title || "Untitled rule"}
                    <span className="tag mark-verm">not saved yet</span>
                  </span>
                </span>
              </button>
            ))}
            {(reaching ? [] : shown).map((each) => (
              <Row
                key={each.rule.id}
                view={each}
                on={picked ? picked.includes(each.rule.id ?? "") : each.rule.id === chosen}
                unsaved={Boolean(each.rule.id && drafts[each.rule.id])}
                onChoose={() => (picked ? pick : choose)(each.rule.id ?? "")}
                order={editable && !filter && !picked && !narrowed ? order : undefined}
              />
            ))}
            {rules.data && rules.data.total > rules.data.items.length && (
              <p className="soft">
                Only the first {rules.data.items.length} of {rules.data.total} rules are listed. Narrow the
                list to find the rest.
              </p>
            )}
            {!reaching && rules.data && shown.length === 0 && fresh.length === 0 && (
              <div className="empty">
                {filter
                  ? "No matching rules."
                  : "No rules yet. Every field follows its baseline and label. Select cells on the map, or choose “New rule”."}
              </div>
            )}
          </div>
          {picked && (
            <SeveralRules
              rules={picked}
              total={shown.length}
              onAll={() =>
                setPicked(picked.length === shown.length ? [] : shown.map((each) => each.rule.id ?? ""))
              }
              onClose={() => setPicked(null)}
            />
          )}
          {!picked && editing && type && (
            <RuleEditor
              key={`${chosen} ${type.id}`}
              name={chosen}
              view={view}
              type={type}
              readOnly={!may("edit") || question.state === "in_force"}
              onChoose={choose}
            />
          )}
        </div>
      </main>
    </>
  );
}

type RowProps = {
  view: RuleView;
  on: boolean;
  unsaved: boolean;
  onChoose: () => void;
  order: ReturnType<typeof useRankOrder> | undefined;
};

/** One rule of the list. Where ranks may be changed, it is dragged, or moved by Alt and an arrow key. */
function Row({ view, on, unsaved, onChoose, order }: RowProps) {
  const onKeyDown = (event: KeyboardEvent) => {
    if (!order || !event.altKey || (event.key !== "ArrowUp" && event.key !== "ArrowDown")) return;
    event.preventDefault();
    order.move(view, event.key === "ArrowUp" ? -1 : 1);
  };
  const marks = [
    view.rule.state === "off" ? "switched off" : "",
    view.status === "in_force" ? "" : view.status,
    unsaved ? "unsaved edit" : "",
  ].filter(Boolean);
  const row = useRef<HTMLButtonElement>(null);
  // A rule that was just kept, or that a link leads to, may stand far down the list.
  useEffect(() => {
    if (on) row.current?.scrollIntoView({ block: "nearest" });
  }, [on, view.number]);
  return (
    <button
      type="button"
      ref={row}
      className={`rule-row ${on ? "on" : ""} ${view.rule.state === "off" ? "off" : ""}`}
      aria-pressed={on}
      onClick={onChoose}
      onKeyDown={onKeyDown}
      title={order ? "Drag, or Alt and an arrow key, to change its rank" : undefined}
      draggable={order !== undefined}
      onDragStart={(event) => event.dataTransfer.setData("text/plain", view.rule.id ?? "")}
      onDragOver={(event) => order && event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        const dragged = event.dataTransfer.getData("text/plain");
        if (dragged && dragged !== view.rule.id) order?.place(dragged, view.rule.id ?? "");
      }}
    >
      <span className="rank mono">{view.number}</span>
      <span className="body">
        <span className="title">
          {view.rule.title}
          {marks.length > 0 && (
            <span className={`tag ${unsaved ? "mark-verm" : "mark-verd"}`}>{marks.join(", ")}</span>
          )}
        </span>
        <SentenceWords segments={view.sentence} />
      </span>
    </button>
  );
}

/** A rule's sentence as plain text. */
const wordsOf = ({ sentence }: { sentence: { text: string }[] }) =>
  sentence.map((segment) => segment.text).join("");
