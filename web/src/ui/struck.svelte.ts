/** What was just thrown away on a page, to be brought back with one press. */
import { server, type BinKind } from "../api/client";

interface Gone {
  words: string;
  kind: BinKind;
  id: number;
}

export class Struck {
  last = $state.raw<Gone | null>(null);

  /** Says what lies in the bin now. */
  told(kind: BinKind, id: number, words: string): void {
    this.last = { kind, id, words };
  }

  async back(): Promise<void> {
    const gone = this.last;
    if (!gone) return;
    await server.backFromBin(gone.kind, gone.id);
    this.last = null;
  }
}
