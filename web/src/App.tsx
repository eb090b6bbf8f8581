import { useQueryClient } from "@tanstack/react-query";
import { lazy, useCallback, useEffect, useState } from "react";
import { createBrowserRouter, Navigate, RouterProvider } from "react-router";
import { api, onSignedOut, server, setCsrf } from "./api/client";
import type { Session } from "./api/types";
import { AccountContext } from "./shell/account";
import { Broken } from "./shell/Broken";
import { NotHere } from "./shell/NotHere";
import { Beginning } from "./shell/Beginning";
import { Shell } from "./shell/Shell";
import { SignIn } from "./shell/SignIn";
import { keepFor, onLeftElsewhere, wipe } from "./shared/kept";
import { Loading } from "./shared/Loading";
import { ProblemNotice } from "./shared/ProblemNotice";

const MapScreen = lazy(() => import("./screens/map/MapScreen"));
const MatrixScreen = lazy(() => import("./screens/matrix/MatrixScreen"));
const RulesScreen = lazy(() => import("./screens/rules/RulesScreen"));
const RehearsalScreen = lazy(() => import("./screens/rehearsal/RehearsalScreen"));
const FindingsScreen = lazy(() => import("./screens/findings/FindingsScreen"));
const PrecedenceScreen = lazy(() => import("./screens/precedence/PrecedenceScreen"));
const ChangesScreen = lazy(() => import("./screens/changes/ChangesScreen"));
const CatalogueScreen = lazy(() => import("./screens/catalogue/CatalogueScreen"));
const PeopleScreen = lazy(() => import("./screens/people/PeopleScreen"));
const PushedScreen = lazy(() => import("./screens/pushed/PushedScreen"));
const HelpScreen = lazy(() => import("./help/HelpScreen"));
const PersonScreen = lazy(() => import("./screens/people/PersonScreen"));
const EvidenceScreen = lazy(() => import("./screens/evidence/EvidenceScreen"));
const JournalScreen = lazy(() => import("./screens/journal/JournalScreen"));
const MessagesScreen = lazy(() => import("./screens/journal/MessagesScreen"));
const RecordListScreen = lazy(() => import("./screens/records/RecordListScreen"));
const RecordScreen = lazy(() => import("./screens/records/RecordScreen"));

const records = [
  { path: "/records", element: <RecordListScreen /> },
  { path: "/records/:type", element: <RecordListScreen /> },
  { path: "/records/:type/:number", element: <RecordScreen /> },
  { path: "/messages", element: <MessagesScreen /> },
];

const administration = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <Broken />,
    children: [
      { path: "/map", element: <MapScreen /> },
      { path: "/matrix", element: <MatrixScreen /> },
      { path: "/rules", element: <RulesScreen /> },
      { path: "/rehearsal", element: <RehearsalScreen /> },
      { path: "/findings", element: <FindingsScreen /> },
      { path: "/precedence", element: <PrecedenceScreen /> },
      { path: "/changes", element: <ChangesScreen /> },
      { path: "/catalogue", element: <CatalogueScreen /> },
      { path: "/people", element: <PeopleScreen /> },
      { path: "/pushed", element: <PushedScreen /> },
      { path: "/journal", element: <JournalScreen /> },
      { path: "/help", element: <HelpScreen /> },
      { path: "/people/:person", element: <PersonScreen /> },
      { path: "/evidence/field/:field", element: <EvidenceScreen /> },
      { path: "/evidence/field/:field/:audience", element: <EvidenceScreen /> },
      { path: "/evidence/person/:person", element: <EvidenceScreen /> },
      ...records,
      { path: "/", element: <Beginning /> },
      { path: "/setup", element: <Navigate to="/map" replace /> },
      { path: "*", element: <NotHere /> },
    ],
  },
]);

const recordUse = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <Broken />,
    children: [...records, { path: "*", element: <Navigate to="/records" replace /> }],
  },
]);

const SESSION = api.queryOptions("get", "/api/session", {}).queryKey;

/** Takes note of who is signed in: the token that changes carry, and under whose name things are kept. */
function admit(session: Session): void {
  setCsrf(session.csrf);
  if (session.account) keepFor(session.account.login);
}

/** The application behind its door. */
export function App() {
  const client = useQueryClient();
  const session = api.useQuery("get", "/api/session", {}, { staleTime: Infinity });
  const [last, setLast] = useState<Session>();
  if (session.data?.account && session.data !== last) setLast(session.data);
  const renew = useCallback(() => void client.invalidateQueries({ queryKey: SESSION }), [client]);
  // When a session has ended, the door stands before the page, which is as it was when the same person comes back.
  useEffect(() => onSignedOut(renew), [renew]);
  useEffect(() => onLeftElsewhere(() => window.location.assign("/")), []);
  const enter = useCallback(
    (found: Session) => {
      const other = last?.account && last.account.login !== found.account?.login;
      admit(found);
      // Nothing of the page may stay for another person.
      if (other) {
        window.location.reload();
        return;
      }
      // What was fetched for someone else must not be shown to this person.
      const rest = {
        predicate: (fetched: { queryKey: readonly unknown[] }) => fetched.queryKey[1] !== SESSION[1],
      };
      if (!last) client.removeQueries(rest);
      client.setQueryData(SESSION, found);
      if (window.location.pathname === "/setup") window.history.replaceState(null, "", "/");
    },
    [client, last],
  );
  const leave = useCallback(() => {
    wipe();
    void server
      .DELETE("/api/session")
      .catch(() => undefined)
      .finally(() => window.location.assign("/"));
  }, []);
  // Before anything below is drawn: what it keeps and sends is this person's.
  if (session.data) admit(session.data);
  const { error, refetch }: { error: unknown; refetch: () => unknown } = session;
  if (error) return <ProblemNotice error={error} onAgain={() => void refetch()} />;
  if (!session.data) return <Loading />;
  const ended = !session.data.account;
  const account = session.data.account ?? last?.account;
  const door = ended && <SignIn setup={session.data.setup_needed} ended={account?.login} onDone={enter} />;
  if (!account) return door;
  const reads = account.abilities.includes("read");
  return (
    <AccountContext.Provider value={{ account, leave, renew, ended }}>
      {door}
      <div className={ended ? "behind-the-door" : "inside"} hidden={ended}>
        {/* Keyed, because a provider keeps the place in the pages of the router that it began with. */}
        <RouterProvider key={String(reads)} router={reads ? administration : recordUse} />
      </div>
    </AccountContext.Provider>
  );
}
