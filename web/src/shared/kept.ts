/**
 * What the pages keep in the browser: by person, so that nobody meets what somebody else left, and values of records
 * only until the person signs out.
 */
const PREFIX = "cobalt ";
const LEFT = "cobalt.signed-out";
let person = "";

/** Under whose name something is kept. Values that another person left in this tab are dropped. */
export function keepFor(login: string): void {
  person = login;
  dropFrom(sessionStorage, (key) => !key.startsWith(`${PREFIX}${login} `));
}

/** The name under which something is kept for the person who is signed in. */
export const keptAs = (name: string): string => `${PREFIX}${person} ${name}`;

/** Drops the values that were seen or typed, in this tab and in the others that are open. */
export function wipe(): void {
  dropFrom(sessionStorage, () => true);
  localStorage.setItem(LEFT, String(Date.now()));
}

/** Does something in this tab when the person has signed out in another one. Returns how to stop listening. */
export function onLeftElsewhere(act: () => void): () => void {
  const listen = (event: StorageEvent) => {
    if (event.key !== LEFT || !event.newValue) return;
    dropFrom(sessionStorage, () => true);
    act();
  };
  window.addEventListener("storage", listen);
  return () => window.removeEventListener("storage", listen);
}

function dropFrom(storage: Storage, which: (key: string) => boolean): void {
  for (const key of Object.keys(storage)) if (key.startsWith("cobalt") && which(key)) storage.removeItem(key);
}
