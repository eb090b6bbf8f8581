import { QueryClientProvider } from "@tanstack/react-query";
import { Suspense, useEffect, useMemo, useState, type MouseEvent } from "react";
import { Link, NavLink, Outlet, useLocation } from "react-router";
import { chooseChangeSet } from "../api/client";
import { useOverview } from "../api/queries";
import { makeQueryClient } from "../api/staleness";
import { useQuestion, useQuestionSearch } from "../question/useQuestion";
import { counted } from "../shared/counted";
import { Loading } from "../shared/Loading";
import { useShade } from "../theme/shade";
import { useAccount } from "./account";
import { FindButton } from "./finder/FindButton";
import { useAtHand } from "./finder/useAtHand";
import { OwnPassword } from "./OwnPassword";
import { PaperMark } from "./PaperMark";
import { useSaveKey } from "./useSaveKey";
import { useWhatHappensElsewhere } from "./useWhatHappensElsewhere";

const PAGES = [
  ["/map", "Map"],
  ["/rules", "Rules"],
  ["/rehearsal", "Rehearsal"],
  ["/findings", "Findings"],
  ["/changes", "Changes"],
  ["/records", "Records"],
  ["/catalogue", "Catalogue"],
  ["/people", "People"],
  ["/journal", "Journal"],
] as const;

/** All pages. What was fetched for one change set is never shown for another: each begins with nothing. */
export function Shell() {
  const [{ set }] = useQuestion();
  const client = useMemo(() => {
    chooseChangeSet(set);
    return makeQueryClient();
  }, [set]);
  return (
    <QueryClientProvider key={set} client={client}>
      <Pages />
    </QueryClientProvider>
  );
}

/** The band at the top, and the page below it. */
function Pages() {
  const { account, leave, may } = useAccount();
  const search = useQuestionSearch();
  useWhatHappensElsewhere();
  const { shade, flip } = useShade();
  const [password, setPassword] = useState(false);
  const reads = may("read");
  const pages = PAGES.filter(([path]) => (path === "/records" ? account.person : reads));
  const { pathname } = useLocation();
  useEffect(() => {
    document.title = titleOf(pathname);
  }, [pathname]);
  const atHand = useAtHand(
    [
      ...pages,
      ...(account.person ? [["/messages", "Messages"] as const] : []),
      ...(reads
        ? [
            ["/matrix", "Compare a spreadsheet"] as const,
            ["/pushed", "Pushed by identity providers"] as const,
            ["/help", "Help"] as const,
          ]
        : []),
    ],
    () => setPassword(true),
  );
  useSaveKey();
  return (
    <div className={reads ? "shell" : "shell narrow"}>
      {reads && <PaperMark />}
      <a className="skip" href="#page" onClick={toThePage}>
        Skip to the page
      </a>
      <header className="band">
        <Link className="name" to={{ pathname: "/", search }}>
          <img src="/mark.svg" alt="" width="22" height="22" />
          Cobalt Ledger
        </Link>
        <nav aria-label="Pages">
          {pages.map(([path, name]) => (
            <NavLink key={path} to={{ pathname: path, search: path === "/records" ? "" : search }}>
              {name}
              {path === "/findings" && <StandingFindings />}
              {path === "/changes" && <ToSign />}
              {path === "/people" && <HeldPushes />}
            </NavLink>
          ))}
        </nav>
        <div className="right">
          {reads && <Standing search={search} />}
          <FindButton atHand={atHand} />
          {account.person && <Link to="/messages">Messages</Link>}
          {reads && <Link to={{ pathname: "/help", search }}>Help</Link>}
          <button type="button" onClick={flip}>
            {shade === "light" ? "Dark" : "Light"}
          </button>
          <button
            type="button"
            className="gives-way"
            title={`${account.name}: change your password`}
            aria-label={`${account.name}: change your password`}
            onClick={() => setPassword(true)}
          >
            <b>{account.name}</b>
          </button>
          <button type="button" onClick={leave}>
            Sign out
          </button>
        </div>
      </header>
      {password && <OwnPassword onClose={() => setPassword(false)} />}
      <Suspense
        fallback={
          <div className="page">
            <Loading />
          </div>
        }
      >
        {reads ? <Page /> : <Outlet />}
      </Suspense>
    </div>
  );
}

/** "LN-0042 · Records · Cobalt Ledger": what tells the tabs of a browser apart. */
function titleOf(pathname: string): string {
  const [first = "", ...rest] = pathname.split("/").filter(Boolean);
  const page = first.charAt(0).toUpperCase() + first.slice(1);
  return [rest.at(-1), page, "Cobalt Ledger"].filter(Boolean).join(" · ");
}

/** Moves the focus past the band, to what the page begins with. */
function toThePage(event: MouseEvent) {
  event.preventDefault();
  const page = document.querySelector<HTMLElement>(".page");
  page?.setAttribute("tabindex", "-1");
  page?.focus();
}

/** The page, or what has become of the change set that it stood on. */
function Page() {
  const gone = useOverview().data?.gone;
  const [, change] = useQuestion();
  if (!gone) return <Outlet />;
  return (
    <main className="page">
      <div className="sheet">
        <h1>This change set is closed</h1>
        <p role="status">{gone}.</p>
        <button type="button" className="plain" onClick={() => change({ set: "" })}>
          Switch to an open change set
        </button>
      </div>
    </main>
  );
}

/** How many findings no one has accepted, so far as they are proved. */
function StandingFindings() {
  const { findings: standing = 0, proving = false } = useOverview().data ?? {};
  if (standing === 0 && !proving) return null;
  const count = counted(standing, "finding");
  return (
    <span className="count mono" title={proving ? `${count}; being proved anew` : count}>
      {standing > 0 && standing}
      {proving && "…"}
    </span>
  );
}

/** How much of what identity providers pushed waits to be signed. */
function HeldPushes() {
  const { held_pushes: count = 0 } = useOverview().data ?? {};
  if (count === 0) return null;
  return (
    <span className="count mono" title={`${counted(count, "pushed change")} held back`}>
      {count}
    </span>
  );
}

/** How many change sets wait for one's signature. */
function ToSign() {
  const sets = useOverview().data?.to_sign ?? [];
  if (sets.length === 0) return null;
  return (
    <span
      className="count mono"
      title={`Waiting for your signature: ${sets.map((set) => set.name).join(", ")}`}
    >
      {sets.length}
    </span>
  );
}

/** The edition in force and the edits waiting. */
function Standing({ search }: { search: string }) {
  const overview = useOverview();
  if (!overview.data) return null;
  const { edition, change_set: changeSet } = overview.data;
  return (
    <>
      <span>
        Edition <b className="mono">{edition.number}</b>
      </span>
      <Link className="gives-way" title={changeSet.name} to={{ pathname: "/changes", search }}>
        <b>{changeSet.edits}</b> {changeSet.edits === 1 ? "edit" : "edits"} in {changeSet.name}
      </Link>
    </>
  );
}
