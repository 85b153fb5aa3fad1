/** A point moved from the keyboard, quicker than it is drawn. */

/** What is asked for before the drawing of the last move is there goes on from it together. */
export class Nudges<View> {
  #waiting: { handle: number; dx: number; dy: number; fine: boolean } | null = null;
  /** One point after the other: each goes on from what the one before came to. */
  #turn: Promise<void> = Promise.resolve();

  /** `newest` answers the drawing of the newest text, null where it does not come. */
  constructor(
    readonly newest: () => Promise<View | null>,
    readonly move: (from: View, handle: number, dx: number, dy: number, fine: boolean) => void,
  ) {}

  add(handle: number, dx: number, dy: number, fine: boolean): Promise<void> {
    if (this.#waiting?.handle === handle && this.#waiting.fine === fine) {
      this.#waiting.dx += dx;
      this.#waiting.dy += dy;
      return this.#turn;
    }
    const own = (this.#waiting = { handle, dx, dy, fine });
    this.#turn = this.#turn.then(async () => {
      const from = await this.newest();
      if (this.#waiting === own) this.#waiting = null;
      if (from !== null) this.move(from, handle, own.dx, own.dy, fine);
    });
    return this.#turn;
  }
}
