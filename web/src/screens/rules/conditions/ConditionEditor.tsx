import { Select } from "antd";
import { useRef, type KeyboardEvent } from "react";
import type { Condition } from "../../../api/types";
import { ComparisonEditor, blankComparison } from "./ComparisonEditor";
import { blankNote } from "./blanks";
import { copyPart, useCopied } from "./copied";
import { operandKey, subjectOf, type Domain } from "./operands";
import { join, moved, partsOf, replaceAt, type Path } from "./tree";

const DEEPEST = 8;

type Props = {
  condition: Condition | undefined;
  domain: Domain;
  onChange: (condition: Condition | undefined) => void;
};

/** The condition of a rule: nothing, or a tree of all, any and not over comparisons. Alt and an arrow key move a part. */
export function ConditionEditor({ condition, domain, onChange }: Props) {
  const copied = useCopied();
  const root = useRef<HTMLDivElement>(null);
  if (!condition) {
    return (
      <span className="row-flex">
        <span>
          <span className="soft">on every record. </span>
          <button type="button" className="plain" onClick={() => onChange(blankComparison(domain))}>
            Limit to some records
          </button>
        </span>
        {copied?.type === domain.type.id && (
          <button type="button" className="plain" onClick={() => onChange(copied.part)}>
            Paste
          </button>
        )}
      </span>
    );
  }
  const move = (path: Path, by: 1 | -1) => {
    const next = moved(condition, path, by);
    if (next === condition) return;
    onChange(next);
    // The focus goes with the part, so that it can be moved on.
    const place = [...path.slice(0, -1), (path.at(-1) ?? 0) + by].join(".");
    requestAnimationFrame(() =>
      root.current
        ?.querySelector<HTMLElement>(`[data-place="${place}"] input, [data-place="${place}"] button`)
        ?.focus(),
    );
  };
  const edit: Edit = {
    domain,
    move,
    copied: copied?.type === domain.type.id ? copied.part : null,
    put: (path, next) => onChange(replaceAt(condition, path, next)),
  };
  return (
    <div ref={root}>
      <Part node={condition} path={[]} siblings={1} edit={edit} beside={[]} opposed={false} />
    </div>
  );
}

type Edit = {
  domain: Domain;
  copied: Condition | null;
  put: (path: Path, next: Condition | undefined) => void;
  move: (path: Path, by: 1 | -1) => void;
};
type PartProps = {
  node: Condition;
  path: Path;
  siblings: number;
  edit: Edit;
  /** Parts of the same group. */
  beside: Condition[];
  /** Is its opposite meant? */
  opposed: boolean;
};

function Part({ node, path, siblings, edit, beside, opposed }: PartProps) {
  const onKeyDown = (event: KeyboardEvent) => {
    if (!event.altKey || (event.key !== "ArrowUp" && event.key !== "ArrowDown")) return;
    event.preventDefault();
    event.stopPropagation();
    edit.move(path, event.key === "ArrowUp" ? -1 : 1);
  };
  return (
    <div
      className="condition"
      data-place={path.join(".")}
      role="group"
      aria-label={partName(node, edit.domain)}
      onKeyDown={siblings > 1 ? onKeyDown : undefined}
    >
      {partsOf(node).length > 0 ? (
        <Joined node={node} path={path} siblings={siblings} edit={edit} beside={beside} opposed={opposed} />
      ) : (
        <>
          <div className="line">
            <ComparisonEditor node={node} domain={edit.domain} onChange={(next) => edit.put(path, next)} />
          </div>
          {!opposed && <Blank node={node} path={path} beside={beside} edit={edit} />}
          <Tools node={node} path={path} siblings={siblings} edit={edit} />
        </>
      )}
    </div>
  );
}

/** A group, or a "not", and what is in it. */
function Joined({ node, path, siblings, edit, beside }: PartProps) {
  const parts = partsOf(node);
  const how = node.not ? "not" : node.all ? "all" : "any";
  const change = (next: string) => edit.put(path, next === "not" ? { not: node } : { [next]: parts });
  return (
    <>
      <div className="line">
        {how === "not" ? (
          <>
            <b>not</b>
            <span className="soft">the opposite of</span>
          </>
        ) : (
          <Select
            aria-label="Join"
            value={how}
            onChange={change}
            options={[
              { value: "all", label: "all of these hold" },
              { value: "any", label: "any of these holds" },
            ]}
            style={{ width: 164 }}
          />
        )}
      </div>
      {parts.map((part, index) => (
        <Part
          key={index}
          node={part}
          path={[...path, index]}
          siblings={parts.length}
          edit={edit}
          beside={how === "not" ? [] : parts}
          opposed={how === "not"}
        />
      ))}
      {how === "not" && <Blank node={node} path={path} beside={beside} edit={edit} />}
      <Tools node={node} path={path} siblings={siblings} edit={edit} />
    </>
  );
}

/** What a blank does, where that may surprise, with the other way at hand. */
function Blank({ node, path, beside, edit }: Omit<PartProps, "siblings" | "opposed">) {
  const note = blankNote(node, edit.domain, beside);
  if (!note) return null;
  return (
    <div className="hint">
      {note.words}{" "}
      <button type="button" className="plain" onClick={() => edit.put(path, note.instead)}>
        {note.offer}
      </button>
    </div>
  );
}

/** What can be done with a part. */
function Tools({ node, path, siblings, edit }: Omit<PartProps, "beside" | "opposed">) {
  const { domain, copied, put, move } = edit;
  const index = path.at(-1) ?? 0;
  const name = partName(node, domain);
  const group = node.all ? "all" : node.any ? "any" : null;
  const add = (more: Condition) => (group ? put(path, { [group]: [...partsOf(node), more] }) : undefined);
  const deeper = path.length < DEEPEST;
  return (
    <div className="tools">
      {group && (
        <button type="button" className="plain" onClick={() => add(blankComparison(domain))}>
          add a comparison
        </button>
      )}
      {group && deeper && (
        <button
          type="button"
          className="plain"
          onClick={() =>
            add({ [group === "all" ? "any" : "all"]: [blankComparison(domain), blankComparison(domain)] })
          }
        >
          add a group
        </button>
      )}
      {group && copied && (
        <button type="button" className="plain" onClick={() => add(copied)}>
          paste
        </button>
      )}
      {deeper && !group && (
        <button
          type="button"
          className="plain"
          onClick={() => put(path, join(node, "all", blankComparison(domain)))}
        >
          and …
        </button>
      )}
      {deeper && !group && (
        <button
          type="button"
          className="plain"
          onClick={() => put(path, join(node, "any", blankComparison(domain)))}
        >
          or …
        </button>
      )}
      {node.not ? (
        <button type="button" className="plain" onClick={() => put(path, node.not)}>
          Remove the negation
        </button>
      ) : (
        deeper && (
          <button type="button" className="plain" onClick={() => put(path, { not: node })}>
            Negate
          </button>
        )
      )}
      {siblings > 1 && (
        <button
          type="button"
          className="plain"
          disabled={index === 0}
          aria-label={`Move ${name} up`}
          onClick={() => move(path, -1)}
        >
          up
        </button>
      )}
      {siblings > 1 && (
        <button
          type="button"
          className="plain"
          disabled={index === siblings - 1}
          aria-label={`Move ${name} down`}
          onClick={() => move(path, 1)}
        >
          down
        </button>
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
        onClick={() => put(path, undefined)}
      >
        remove
      </button>
    </div>
  );
}

/** What a part is called where it is moved, copied or removed. */
function partName(node: Condition, domain: Domain): string {
  if (node.all) return "all of these";
  if (node.any) return "any of these";
  if (node.not) return "the opposite";
  return `the comparison of ${subjectOf(operandKey(node.left), domain)?.name ?? "a field"}`;
}
