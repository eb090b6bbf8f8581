import { Button } from "antd";
import { useRouteError } from "react-router";

/** What stands in the place of a page that has broken: what happened, and how to go on. */
export function Broken() {
  const error = useRouteError();
  return (
    <main className="door">
      <div className="stack" role="alert">
        <h1>This page has broken</h1>
        <p>
          That is a defect of the page, not of your data: nothing that was saved is touched, and what you
          typed is still kept in this browser.
        </p>
        <p className="soft mono">
          {error instanceof Error ? error.message.slice(0, 200) : "no more is known"}
        </p>
        <div className="row-flex">
          <Button type="primary" onClick={() => window.location.reload()}>
            Load it again
          </Button>
          <Button onClick={() => window.location.assign("/")}>Go to the first page</Button>
        </div>
      </div>
    </main>
  );
}
