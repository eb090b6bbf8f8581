import { Button, Popconfirm } from "antd";

type Props = { what: string; description: string; onConfirm: () => void };

/** Asks once before something is taken out of the directory. what: "this person". */
export function TakeOut({ what, description, onConfirm }: Props) {
  return (
    <span>
      <Popconfirm
        title={`Take ${what} out of the directory?`}
        description={description}
        okText="Take out"
        onConfirm={onConfirm}
      >
        <Button danger type="text">
          Take out of the directory
        </Button>
      </Popconfirm>
    </span>
  );
}
