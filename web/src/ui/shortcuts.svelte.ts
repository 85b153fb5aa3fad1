/** Single keys that do something outside text fields. They are listed on one page, and can be off. */
const OFF = "shortcuts-off";
/** What takes keys for itself while it is open. */
const OPENED = "[role=dialog], [role=alertdialog], [role=menu], [role=listbox]";

/** As it closes, what was open still stands there for a moment. */
const closing = (one: Element) => one.closest("[data-state=closed]") !== null;

type Act = () => void;

class Shortcuts {
  off = $state(localStorage.getItem(OFF) === "yes");
  /** Whether the page that lists them is open. */
  listed = $state(false);
  #acts = new Map<string, Act>();

  constructor() {
    // before anything open takes the key: whether something is open decides
    addEventListener("keydown", (event) => this.#pressed(event), true);
  }

  /** Makes a key do something until the returned function is called. */
  on(key: string, act: Act): () => void {
    this.#acts.set(key, act);
    return () => {
      if (this.#acts.get(key) === act) this.#acts.delete(key);
    };
  }

  set(off: boolean): void {
    this.off = off;
    localStorage.setItem(OFF, off ? "yes" : "no");
  }

  #pressed(event: KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return;
    const at = event.target;
    if (
      at instanceof Element &&
      at.matches("input, textarea, select, [contenteditable], [role=combobox]") &&
      !closing(at)
    )
      return;
    if ([...document.querySelectorAll(OPENED)].some((one) => !closing(one))) return;
    const act = this.#acts.get(event.key);
    // Escape is no letter: it always leads back
    if (!act || (this.off && event.key !== "Escape")) return;
    event.preventDefault();
    act();
  }
}

export const shortcuts = new Shortcuts();
