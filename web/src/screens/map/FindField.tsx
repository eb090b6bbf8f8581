import { Input } from "antd";
import { useSearchBox } from "../../shared/useSearchBox";

/** Narrows the rows of the map to those whose name holds what is typed. counts: what stands under the box. */
export function FindField({
  find,
  onFind,
  counts,
}: {
  find: string;
  onFind: (text: string) => void;
  counts: string[];
}) {
  const [box, setBox] = useSearchBox(find, onFind);
  return (
    <div className="find-field">
      <Input
        allowClear
        size="small"
        aria-label="Find a field"
        placeholder="Find a field"
        value={box}
        maxLength={100}
        onChange={(event) => setBox(event.target.value)}
        // The keys of the grid are not meant here.
        onKeyDown={(event) => event.stopPropagation()}
      />
      {counts.map((count) => (
        <div key={count}>{count}</div>
      ))}
    </div>
  );
}
