import { useQuery, useQueryClient } from "@tanstack/react-query";
import { lazy, useCallback, useEffect } from "react";
import { createBrowserRouter, Navigate, RouterProvider } from "react-router";
import { ask, onSignedOut, setCsrf } from "./api/client";
import type { Session } from "./api/types";
import { AccountContext } from "./shell/account";
import { Broken } from "./shell/Broken";
import { Shell } from "./shell/Shell";
import { SignIn } from "./shell/SignIn";
import { keepFor, onLeftElsewhere, wipe } from "./shared/kept";
import { Loading } from "./shared/Loading";
import { ProblemNotice } from "./shared/ProblemNotice";

const MapScreen = lazy(() => import("./screens/map/MapScreen"));
const RulesScreen = lazy(() => import("./screens/rules/RulesScreen"));
const RehearsalScreen = lazy(() => import("./screens/rehearsal/RehearsalScreen"));
const FindingsScreen = lazy(() => import("./screens/findings/FindingsScreen"));
const PrecedenceScreen = lazy(() => import("./screens/precedence/PrecedenceScreen"));
const ChangesScreen = lazy(() => import("./screens/changes/ChangesScreen"));
const CatalogueScreen = lazy(() => import("./screens/catalogue/CatalogueScreen"));
const PeopleScreen = lazy(() => import("./screens/people/PeopleScreen"));
const RecordListScreen = lazy(() => import("./screens/records/RecordListScreen"));
const RecordScreen = lazy(() => import("./screens/records/RecordScreen"));

const records = [
  { path: "/records", element: <RecordListScreen /> },
  { path: "/records/:type", element: <RecordListScreen /> },
  { path: "/records/:type/:number", element: <RecordScreen /> },
];

const administration = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <Broken />,
    children: [
      { path: "/map", element: <MapScreen /> },
      { path: "/rules", element: <RulesScreen /> },
      { path: "/rehearsal", element: <RehearsalScreen /> },
      { path: "/findings", element: <FindingsScreen /> },
      { path: "/precedence", element: <PrecedenceScreen /> },
      { path: "/changes", element: <ChangesScreen /> },
      { path: "/catalogue", element: <CatalogueScreen /> },
      { path: "/people", element: <PeopleScreen /> },
      ...records,
      { path: "*", element: <Navigate to="/map" replace /> },
    ],
  },
]);

const recordUse = createBrowserRouter([{ element: <Shell />, errorElement: <Broken />, children: [...records, { path: "*", element: <Navigate to="/records" replace /> }] }]);

/** The application behind its door. */
export function App() {
  const client = useQueryClient();
  const session = useQuery({
    queryKey: ["session"],
    queryFn: async () => {
      const found = await ask<Session>("/api/session");
      setCsrf(found.csrf);
      if (found.account) keepFor(found.account.login);
      return found;
    },
    staleTime: Infinity,
  });
  // A session that ran out leads to the door and back to the same page; unsaved edits are kept in the browser.
  useEffect(() => onSignedOut(() => void client.invalidateQueries({ queryKey: ["session"] })), [client]);
  useEffect(() => onLeftElsewhere(() => window.location.assign("/")), []);
  const enter = useCallback((found: Session) => {
    setCsrf(found.csrf);
    if (found.account) keepFor(found.account.login);
    // What was fetched for somebody else must not be shown to this person.
    client.removeQueries({ predicate: (fetched) => fetched.queryKey[0] !== "session" });
    client.setQueryData(["session"], found);
    if (window.location.pathname === "/setup") window.history.replaceState(null, "", "/");
  }, [client]);
  const leave = useCallback(() => {
    wipe();
    void ask<Session>("/api/session", { method: "DELETE" }).catch(() => undefined).finally(() => window.location.assign("/"));
  }, []);
  if (session.error) return <ProblemNotice error={session.error} onAgain={() => void session.refetch()} />;
  if (!session.data) return <Loading />;
  const { account } = session.data;
  if (!account) return <SignIn setup={session.data.setup_needed} onDone={enter} />;
  return (
    <AccountContext.Provider value={{ account, leave }}>
      <RouterProvider router={account.abilities.includes("read") ? administration : recordUse} />
    </AccountContext.Provider>
  );
}
