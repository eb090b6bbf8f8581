import { Link } from "react-router";

/** What stands at an address that no page has. */
export function NotHere() {
  return (
    <main className="page">
      <div className="sheet">
        <h1>There is no page at this address</h1>
        <p>
          <Link to="/map">Go to the map</Link>
        </p>
      </div>
    </main>
  );
}
