/** Does the label of an option hold a text, whatever its case? For lists that are searched by typing. */
export const optionHolds = (text: string, option?: { label?: unknown }): boolean =>
  typeof option?.label === "string" && option.label.toLowerCase().includes(text.toLowerCase());
