/** Hands a document to the browser's downloads as indented JSON. */
export function saveAsFile(name: string, document_: object): void {
  saveText(name, `${JSON.stringify(document_, null, 2)}\n`, "application/json");
}

/** Hands a text to the browser's downloads. kind: its media type. */
export function saveText(name: string, text: string, kind: string): void {
  saveBlob(name, new Blob([text], { type: `${kind};charset=utf-8` }));
}

/** Hands a file to the browser's downloads. */
export function saveBlob(name: string, bytes: Blob): void {
  const address = URL.createObjectURL(bytes);
  const link = document.createElement("a");
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}
