import type { Condition } from "../../../api/types";
import { blankComparison } from "./ComparisonEditor";
import { copyPart } from "./copied";
import { partName, type Edit } from "./partEditing";
import { join, partsOf, type Path } from "./tree";

const DEEPEST = 8;

type Props = { node: Condition; path: Path; edit: Edit };

/** What a part can be joined with: always in sight under a group and under the whole condition. */
export function Adding({ node, path, edit }: Props) {
  const { domain, copied } = edit;
  const group = node.all ? "all" : node.any ? "any" : null;
  if (!group) return null;
  const add = (more: Condition) =>
    edit.putAndGo(path, { [group]: [...partsOf(node), more] }, [...path, partsOf(node).length]);
  const pair = [blankComparison(domain), blankComparison(domain)];
  return (
    <div className="tools">
      <button type="button" className="plain" onClick={() => add(blankComparison(domain))}>
        add a comparison
      </button>
      {path.length < DEEPEST && (
        <button
          type="button"
          className="plain"
          onClick={() => add({ [group === "all" ? "any" : "all"]: pair })}
        >
          add a group
        </button>
      )}
      {copied && (
        <button type="button" className="plain" onClick={() => add(copied)}>
          paste
        </button>
      )}
    </div>
  );
}

/** "and …" and "or …" after a part that is no group. */
export function Joining({ node, path, edit }: Props) {
  if (node.all || node.any || path.length >= DEEPEST) return null;
  return (["all", "any"] as const).map((how) => (
    <button
      key={how}
      type="button"
      className="plain"
      onClick={() => edit.putAndGo(path, join(node, how, blankComparison(edit.domain)), [...path, 1])}
    >
      {how === "all" ? "and …" : "or …"}
    </button>
  ));
}

/** What is done with a part itself: negated, moved, copied, removed. siblings: parts of its group, itself included. */
export function OwnTools({ node, path, siblings, edit }: Props & { siblings: number }) {
  const { domain, putAndGo, move } = edit;
  const index = path.at(-1) ?? 0;
  const name = partName(node, domain);
  return (
    <>
      {node.not ? (
        <button type="button" className="plain" onClick={() => putAndGo(path, node.not, path)}>
          Remove the negation
        </button>
      ) : (
        path.length < DEEPEST && (
          <button type="button" className="plain" onClick={() => putAndGo(path, { not: node }, path)}>
            Negate
          </button>
        )
      )}
      {siblings > 1 && (
        <>
          <button
            type="button"
            className="plain"
            disabled={index === 0}
            aria-label={`Move ${name} up`}
            onClick={() => move(path, -1)}
          >
            up
          </button>
          <button
            type="button"
            className="plain"
            disabled={index === siblings - 1}
            aria-label={`Move ${name} down`}
            onClick={() => move(path, 1)}
          >
            down
          </button>
        </>
      )}
      <button
        type="button"
        className="plain"
        aria-label={`Copy ${name}`}
        onClick={() => copyPart({ type: domain.type.id, part: node })}
      >
        copy
      </button>
      <button
        type="button"
        className="plain"
        aria-label={`Remove ${name}`}
        onClick={() => putAndGo(path, undefined, path.slice(0, -1))}
      >
        remove
      </button>
    </>
  );
}
