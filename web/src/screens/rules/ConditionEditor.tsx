import { Select } from "antd";
import type { Condition, RecordType, Vocabulary } from "../../api/types";
import { ComparisonEditor, blankComparison } from "./ComparisonEditor";

type Props = { condition: Condition | undefined; type: RecordType; vocabulary: Vocabulary; onChange: (condition: Condition | undefined) => void };

/** The condition of a rule: nothing, or a tree of all, any and not over comparisons. */
export function ConditionEditor({ condition, type, vocabulary, onChange }: Props) {
  if (!condition) {
    return (
      <span>
        <span className="soft">always; </span>
        <button type="button" className="plain" onClick={() => onChange(blankComparison(type, vocabulary))}>add a condition</button>
      </span>
    );
  }
  return <NodeEditor node={condition} type={type} vocabulary={vocabulary} depth={1} onChange={onChange} onRemove={() => onChange(undefined)} />;
}

type NodeProps = { node: Condition; type: RecordType; vocabulary: Vocabulary; depth: number; onChange: (node: Condition) => void; onRemove: () => void };

function NodeEditor(props: NodeProps) {
  const { node, type, vocabulary, depth, onChange, onRemove } = props;
  if (node.all || node.any) return <GroupEditor {...props} />;
  if (node.not) {
    return (
      <div className="condition">
        <div className="line"><b>not</b><span className="soft">the opposite of</span></div>
        <NodeEditor node={node.not} type={type} vocabulary={vocabulary} depth={depth + 1} onChange={(not) => onChange({ not })} onRemove={onRemove} />
        <div className="tools"><button type="button" className="plain" onClick={() => node.not && onChange(node.not)}>take the “not” away</button></div>
      </div>
    );
  }
  return (
    <div className={depth === 1 ? "condition" : ""}>
      <ComparisonEditor node={node} type={type} vocabulary={vocabulary} onChange={onChange} onRemove={onRemove} />
      {depth === 1 && (
        <div className="tools">
          <button type="button" className="plain" onClick={() => onChange({ all: [node, blankComparison(type, vocabulary)] })}>and …</button>
          <button type="button" className="plain" onClick={() => onChange({ any: [node, blankComparison(type, vocabulary)] })}>or …</button>
          <button type="button" className="plain" onClick={() => onChange({ not: node })}>turn into its opposite</button>
        </div>
      )}
    </div>
  );
}

function GroupEditor({ node, type, vocabulary, depth, onChange, onRemove }: NodeProps) {
  const key = node.all ? "all" : "any";
  const parts = node.all ?? node.any ?? [];
  const put = (next: Condition[]) => {
    const only = next[0];
    if (!only) onRemove();
    else if (next.length === 1) onChange(only);
    else onChange({ [key]: next });
  };
  return (
    <div className="condition" role="group" aria-label={key === "all" ? "All of these" : "Any of these"}>
      <div className="line">
        <Select aria-label="Join" value={key} onChange={(next: string) => onChange({ [next]: parts })} options={[{ value: "all", label: "all of these hold" }, { value: "any", label: "any of these holds" }]} style={{ width: 160 }} />
        <button type="button" className="plain" onClick={onRemove}>remove</button>
      </div>
      {parts.map((part, index) => (
        <NodeEditor key={index} node={part} type={type} vocabulary={vocabulary} depth={depth + 1}
          onChange={(next) => put(parts.map((each, at) => (at === index ? next : each)))} onRemove={() => put(parts.filter((_, at) => at !== index))} />
      ))}
      <div className="tools">
        <button type="button" className="plain" onClick={() => put([...parts, blankComparison(type, vocabulary)])}>add a comparison</button>
        {depth < 6 && <button type="button" className="plain" onClick={() => put([...parts, { [key === "all" ? "any" : "all"]: [blankComparison(type, vocabulary), blankComparison(type, vocabulary)] }])}>add a group</button>}
        <button type="button" className="plain" onClick={() => onChange({ not: node })}>turn into its opposite</button>
      </div>
    </div>
  );
}
