import type { PersistStorage, StorageValue } from "zustand/middleware";

/**
 * What the pages keep in the browser: by person, so that no one meets what someone else left, and values of records
 * only until the person signs out.
 */
const PREFIX = "cobalt ";
const LEFT = "cobalt.signed-out";
let person = "";

/** Stores that are to be read anew when someone else signs in, or another tab has written. */
const readers = new Set<{ name: string; read: () => void }>();

/** Under whose name something is kept. Values that another person left in this tab are dropped. */
export function keepFor(login: string): void {
  if (login === person) return;
  person = login;
  dropFrom(sessionStorage, (key) => !key.startsWith(`${PREFIX}${login} `));
  readers.forEach((reader) => reader.read());
}

/** The name under which something is kept for the person who is signed in. */
export const keptAs = (name: string): string => `${PREFIX}${person} ${name}`;

/** A place for a store of the person who is signed in. begin: what it holds where nothing, or nothing readable, is kept. */
export function keptBy<State>(storage: () => Storage, begin: () => State): PersistStorage<State> {
  return {
    getItem: (name) => ({ state: (parsed(storage().getItem(keptAs(name))) as State | null) ?? begin() }),
    setItem: (name, value: StorageValue<State>) => {
      if (person !== "") storage().setItem(keptAs(name), JSON.stringify(value.state));
    },
    removeItem: (name) => storage().removeItem(keptAs(name)),
  };
}

/** Has a store read anew when someone else signs in or another tab has written it. */
export function readAnew(name: string, read: () => void): void {
  readers.add({ name, read });
}

window.addEventListener("storage", (event) => {
  for (const reader of readers) if (event.key === keptAs(reader.name)) reader.read();
});

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

function parsed(text: string | null): unknown {
  try {
    return JSON.parse(text ?? "null") as unknown;
  } catch {
    return null;
  }
}
