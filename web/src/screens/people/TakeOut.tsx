import { Button, Popconfirm } from "antd";

type Props = { what: string; description: string; onConfirm: () => void };

/** Asks once before something is taken out of the directory. what: "this person". */
export function TakeOut({ what, description, onConfirm }: Props) {
  return (
    <span>
      <Popconfirm
        title={`Remove ${what} from the directory?`}
        description={description}
        okText="Remove"
        onConfirm={onConfirm}
      >
        <Button danger type="text">
          Remove from the directory
        </Button>
      </Popconfirm>
    </span>
  );
}
