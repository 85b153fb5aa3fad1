/** Where in the app we are, read from and written to the address. */
export type Route =
  | { view: "shelf" }
  | { view: "bench" }
  | { view: "logbook" }
  | { view: "safekeeping" }
  | { view: "join"; token: string }
  | { view: "history"; project: number }
  | { view: "compare"; project: number }
  | { view: "desk"; project: number }
  | { view: "print"; project: number }
  | { view: "fit"; project: number; fit: string }
  | { view: "outline"; project: number; path: string }
  | { view: "read"; room: string; kind: string }
  | { view: "lost" };

export function parseRoute(path: string): Route {
  if (path === "/") return { view: "shelf" };
  if (path === "/bench") return { view: "bench" };
  if (path === "/logbook") return { view: "logbook" };
  const invited = /^\/join\/([\w-]+)$/.exec(path);
  if (invited) return { view: "join", token: invited[1]! };
  if (path === "/safekeeping") return { view: "safekeeping" };
  const read = /^\/read(?:\/([^/]+)\/([^/]+))?\/?$/.exec(path);
  if (read)
    return {
      view: "read",
      room: decodeURIComponent(read[1] ?? ""),
      kind: decodeURIComponent(read[2] ?? ""),
    };
  const record = /^\/p\/(\d+)\/(history|compare)\/?$/.exec(path);
  if (record)
    return { view: record[2] === "history" ? "history" : "compare", project: Number(record[1]) };
  const print = /^\/p\/(\d+)\/print\/?$/.exec(path);
  if (print) return { view: "print", project: Number(print[1]) };
  const drawn = /^\/p\/(\d+)\/outline\/([^/]+)\/?$/.exec(path);
  if (drawn)
    return { view: "outline", project: Number(drawn[1]), path: decodeURIComponent(drawn[2]!) };
  const found = /^\/p\/(\d+)(?:\/fit\/([^/]+))?\/?$/.exec(path);
  if (!found) return { view: "lost" };
  const project = Number(found[1]);
  return found[2]
    ? { view: "fit", project, fit: decodeURIComponent(found[2]) }
    : { view: "desk", project };
}

class Address {
  current = $state<Route>(parseRoute(location.pathname));

  constructor() {
    addEventListener("popstate", () => (this.current = parseRoute(location.pathname)));
  }

  go(path: string) {
    history.pushState(null, "", path);
    this.current = parseRoute(path);
  }
}

export const address = new Address();

/** Makes an ordinary link change the view in place; other clicks stay the browser's. */
export function inPlace(event: MouseEvent) {
  if (event.defaultPrevented || event.button || event.ctrlKey || event.metaKey || event.shiftKey)
    return;
  event.preventDefault();
  if (event.currentTarget instanceof HTMLAnchorElement) address.go(event.currentTarget.pathname);
}
