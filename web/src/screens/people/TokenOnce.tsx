import { App } from "antd";

/** The secret of a token that was just made: shown this once, to be copied. */
export function TokenOnce({ name, secret }: { name: string; secret: string }) {
  const { message } = App.useApp();
  const copy = () => void navigator.clipboard.writeText(secret).then(() => message.success("Copied"));
  return (
    <div className="notice calm" role="status">
      <b>Token for {name}. Copy now; you can’t see it again:</b>
      <div className="mono secret">{secret}</div>
      <button type="button" className="plain" onClick={copy}>
        Copy
      </button>
    </div>
  );
}
