/** What is half typed in a field, kept over a reload of the page. Only one field is typed in at a time. */
const key = () => `typing${location.pathname.replace(/\/fit\/.*/, "")}`;

interface Draft {
  path: string;
  text: string;
}

function read(): Draft | null {
  try {
    return JSON.parse(sessionStorage.getItem(key()) ?? "null");
  } catch {
    return null;
  }
}

export const drafts = {
  of(path: string): string | null {
    const draft = read();
    return draft?.path === path ? draft.text : null;
  },
  keep(path: string, text: string): void {
    try {
      sessionStorage.setItem(key(), JSON.stringify({ path, text }));
    } catch {
      // no room: it is still in the field
    }
  },
  drop(path: string): void {
    if (read()?.path === path) sessionStorage.removeItem(key());
  },
};
