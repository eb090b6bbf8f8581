import { Button } from "antd";
import { useRouteError } from "react-router";

/** What stands in the place of a page that has broken: what happened, and how to go on. */
export function Broken() {
  const error = useRouteError();
  return (
    <main className="door">
      <div className="stack" role="alert">
        <h1>This page has stopped working</h1>
        <p>
          This is an error in the page. Your saved data is safe, and what you typed is still stored in this
          browser.
        </p>
        <p className="soft mono">
          {error instanceof Error ? error.message.slice(0, 200) : "no details available"}
        </p>
        <div className="row-flex">
          <Button type="primary" onClick={() => window.location.reload()}>
            Reload
          </Button>
          <Button onClick={() => window.location.assign("/")}>Go to the start page</Button>
        </div>
      </div>
    </main>
  );
}
