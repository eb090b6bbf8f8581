const AT_ONCE = 32_768;

/** Bytes as base64 (RFC 4648, section 4), as files are sent. */
export function toBase64(bytes: Uint8Array): string {
  let text = "";
  for (let start = 0; start < bytes.length; start += AT_ONCE)
    text += String.fromCharCode(...bytes.subarray(start, start + AT_ONCE));
  return btoa(text);
}
