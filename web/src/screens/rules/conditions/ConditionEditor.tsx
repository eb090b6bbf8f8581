import { Select } from "antd";
import { useRef, type KeyboardEvent } from "react";
import type { Condition } from "../../../api/types";
import { ComparisonEditor, blankComparison } from "./ComparisonEditor";
import { blankNote } from "./blanks";
import { Adding, Joining, OwnTools } from "./ConditionTools";
import { useCopied } from "./copied";
import type { Domain } from "./operands";
import { partName, type Edit } from "./partEditing";
import { moved, partsOf, replaceAt, type Path } from "./tree";

type Props = {
  condition: Condition | undefined;
  domain: Domain;
  onChange: (condition: Condition | undefined) => void;
};

/** The condition of a rule: nothing, or a tree of all, any and not over comparisons. Alt and an arrow key move a part. */
export function ConditionEditor({ condition, domain, onChange }: Props) {
  const copied = useCopied();
  const root = useRef<HTMLDivElement>(null);
  // The focus goes where the work goes on: to a part that was added, with one that was moved, or to what is left.
  const go = (path: Path) =>
    requestAnimationFrame(() => {
      const found = [`[data-place="${path.join(".")}"] `, ""].map((place) =>
        root.current?.querySelector<HTMLElement>(`${place}:is(input, button)`),
      );
      found.find(Boolean)?.focus();
    });
  if (!condition) {
    return (
      <div className="row-flex" ref={root}>
        <span>
          <span className="soft">on every record. </span>
          <button
            type="button"
            className="plain"
            onClick={() => {
              onChange(blankComparison(domain));
              go([]);
            }}
          >
            Limit to some records
          </button>
        </span>
        {copied?.type === domain.type.id && (
          <button type="button" className="plain" onClick={() => onChange(copied.part)}>
            Paste
          </button>
        )}
      </div>
    );
  }
  const move = (path: Path, by: 1 | -1) => {
    const next = moved(condition, path, by);
    if (next === condition) return;
    onChange(next);
    go([...path.slice(0, -1), (path.at(-1) ?? 0) + by]);
  };
  const edit: Edit = {
    domain,
    move,
    copied: copied?.type === domain.type.id ? copied.part : null,
    put: (path, next) => onChange(replaceAt(condition, path, next)),
    putAndGo: (path, next, to) => {
      onChange(replaceAt(condition, path, next));
      go(to);
    },
  };
  return (
    <div ref={root}>
      <Part node={condition} path={[]} siblings={1} edit={edit} beside={[]} opposed={false} />
    </div>
  );
}

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
          <div className={`tools ${path.length > 0 ? "in-focus" : ""}`}>
            <Joining node={node} path={path} edit={edit} />
            <OwnTools node={node} path={path} siblings={siblings} edit={edit} />
          </div>
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
      <div className="line heading">
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
        <span className="tools in-focus">
          {path.length > 0 && <Joining node={node} path={path} edit={edit} />}
          <OwnTools node={node} path={path} siblings={siblings} edit={edit} />
        </span>
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
      {path.length === 0 && how === "not" && (
        <div className="tools">
          <Joining node={node} path={path} edit={edit} />
        </div>
      )}
      <Adding node={node} path={path} edit={edit} />
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
