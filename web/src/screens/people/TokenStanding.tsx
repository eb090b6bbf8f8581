import { Popconfirm } from "antd";
import { localMoment } from "../../shared/localMoment";

type Props = {
  token: { name: string; standing: string; expires_at: string; last_used_at?: string | undefined };
  onRevoke: () => void;
};

/** The last cells of a token's row: until when it is good, when it was used, and the way to revoke it. */
export function TokenStanding({ token, onRevoke }: Props) {
  const live = token.standing === "live";
  return (
    <>
      <td>{live ? localMoment(token.expires_at) : token.standing}</td>
      <td>{token.last_used_at ? localMoment(token.last_used_at) : "never"}</td>
      <td style={{ textAlign: "right" }}>
        {live && (
          <Popconfirm title={`Revoke ${token.name}?`} okText="Revoke" onConfirm={onRevoke}>
            <button type="button" className="plain" aria-label={`Revoke ${token.name}`}>
              Revoke
            </button>
          </Popconfirm>
        )}
      </td>
    </>
  );
}
