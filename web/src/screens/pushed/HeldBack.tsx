import { App, Button, Popconfirm } from "antd";
import { api } from "../../api/client";
import type { components } from "../../api/schema.gen";
import { Loading } from "../../shared/Loading";
import { Moment } from "../../shared/Moment";
import { ProblemNotice } from "../../shared/ProblemNotice";
import { Sentences } from "../../shared/Sentences";
import { useAccount } from "../../shell/account";

type Held = components["schemas"]["HeldPushes"]["items"][number];

/** What was pushed and does not count yet, because it opens labelled fields: each is signed or turned down. */
export function HeldBack() {
  const { may } = useAccount();
  const held = api.useQuery("get", "/api/pushes/held");
  const deciding = api.useMutation("post", "/api/pushes/held");
  const { message } = App.useApp();
  const decide = (verdict: "signed" | "turned_down", item: Held) =>
    deciding.mutate(
      { body: { verdict, items: [{ list: item.list as "users", id: item.id, digest: item.digest }] } },
      {
        onSuccess: () =>
          void message.success(`${verdict === "signed" ? "Signed" : "Turned down"}: ${item.name}`),
      },
    );
  if (held.error) return <ProblemNotice error={held.error} onAgain={() => void held.refetch()} />;
  if (!held.data) return <Loading />;
  const items = held.data.items;
  return (
    <section aria-label="Held back">
      <h2>Held back {held.data.total ? <span className="count mono">{held.data.total}</span> : null}</h2>
      {deciding.error ? <ProblemNotice error={deciding.error} /> : null}
      {items.length === 0 && (
        <p className="soft">Nothing waits. What opens fields with a watched label waits here to be signed.</p>
      )}
      {items.map((item) => (
        <HeldItem
          key={`${item.list} ${item.id} ${item.digest}`}
          item={item}
          busy={deciding.isPending}
          onDecide={may("approve") ? (verdict) => decide(verdict, item) : undefined}
        />
      ))}
      {held.data.total > items.length && (
        <p className="soft">{held.data.total - items.length} more follow once these are decided.</p>
      )}
    </section>
  );
}

/** One of them, with what it changes in the directory and for whom. It can be signed once that has been shown. */
function HeldItem({
  item,
  busy,
  onDecide,
}: {
  item: Held;
  busy: boolean;
  onDecide: ((verdict: "signed" | "turned_down") => void) | undefined;
}) {
  const { list, id, name } = item;
  const effect = api.useQuery("get", "/api/pushes/held/{list}/{id}", { params: { path: { list, id } } });
  return (
    <article className="held" aria-label={name}>
      <header>
        <h3>{name}</h3>
        <span className="soft">
          {item.kind === "user" ? "" : `${item.kind} · `}
          {item.by}, <Moment at={item.at} />
        </span>
        {onDecide && (
          <span className="push row-flex">
            {item.hindrance && <span className="soft">{item.hindrance}</span>}
            <Popconfirm
              title={`Turn down what was pushed for ${name}?`}
              description="The directory stays as it is; the provider finds that when it asks."
              okText="Turn down"
              disabled={Boolean(item.hindrance)}
              onConfirm={() => onDecide("turned_down")}
            >
              <Button size="small" disabled={Boolean(item.hindrance)} aria-label={`Turn down ${name}`}>
                Turn down
              </Button>
            </Popconfirm>
            <Button
              size="small"
              type="primary"
              disabled={Boolean(item.hindrance) || !effect.data}
              loading={busy}
              onClick={() => onDecide("signed")}
              aria-label={`Sign for ${name}`}
            >
              Sign
            </Button>
          </span>
        )}
      </header>
      <div className="what">
        <ul className="lines">
          {item.lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
        {effect.error ? (
          <ProblemNotice error={effect.error} onAgain={() => void effect.refetch()} />
        ) : effect.data ? (
          <div>
            <Sentences sentences={effect.data.opens} />
            {effect.data.others.length > 0 && (
              <details>
                <summary>{effect.data.others.length} more, which open no watched field</summary>
                <Sentences sentences={effect.data.others} />
              </details>
            )}
          </div>
        ) : (
          <span className="soft">Calculating whose access it changes …</span>
        )}
      </div>
    </article>
  );
}
