import { Link } from "react-router";
import { FIRST_STEPS } from "./words";

/** What is done first, with the way there. */
export function FirstSteps() {
  return (
    <ol className="first-steps">
      {FIRST_STEPS.map((step) => (
        <li key={step.path}>
          <Link to={step.path}>{step.name}</Link> <span className="soft">{step.words}</span>
        </li>
      ))}
    </ol>
  );
}
