/** Hands a document to the browser's downloads as indented JSON. */
export function saveAsFile(name: string, document_: object): void {
  const address = URL.createObjectURL(
    new Blob([`${JSON.stringify(document_, null, 2)}\n`], { type: "application/json" }),
  );
  const link = document.createElement("a");
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}
