/** Who works here: nobody by name on one's own machine, else the maker who signed in. */
import { server, whenSignedOut, type Maker } from "./client";

class Here {
  /** Not known yet: null. */
  told = $state.raw<Maker | null>(null);
  /** Nothing is shown before it is known who is there: said by the page where makers sign in. */
  waits = $derived(this.told === null && "makers" in document.documentElement.dataset);
  /** Somebody must sign in before anything is shown. */
  atTheDoor = $derived(this.told !== null && this.told.told_apart && !this.told.name);

  constructor() {
    whenSignedOut(() => {
      if (this.told) this.told = { ...this.told, told_apart: true, name: "" };
    });
  }

  async look(): Promise<void> {
    this.told = await server.me();
  }

  async signIn(name: string, password: string): Promise<void> {
    this.told = await server.signIn(name, password);
  }

  async join(token: string, name: string, password: string): Promise<void> {
    this.told = await server.join(token, name, password);
  }

  async signOut(): Promise<void> {
    this.told = await server.signOut();
  }
}

export const here = new Here();
