import { Navigate } from "react-router";
import { useOverview } from "../api/queries";
import { Loading } from "../shared/Loading";
import { useAccount } from "./account";

/** Where the work begins: the map; for who signs and does not write, what waits for their signature. */
export function Beginning() {
  const { may } = useAccount();
  const signs = may("approve") && !may("edit");
  const overview = useOverview();
  const waiting = overview.data?.to_sign[0];
  if (!signs || (overview.data && !waiting)) return <Navigate to="/map" replace />;
  if (!waiting) return overview.error ? <Navigate to="/map" replace /> : <Loading />;
  return <Navigate to={`/changes?set=${waiting.id}`} replace />;
}
