/** So many answers that nobody looks at are kept: whoever goes back to where they were finds them. */
const mostUnseen = 16;

/**
 * Which answers somebody looks at. Each is of a minute and of records as they were, under a name of just these: once either is
 * another, nobody asks for it again, and a page that stays open all day would gather them.
 */
export class AnswersSeen {
  private readonly lookers = new Map<string, number>();
  /** In order of time, the longest unseen first. */
  private readonly unseen = new Set<string>();

  /**
   * @param forget takes an answer out of where they are kept
   * @param later runs work when the screen has changed as a whole: what one part leaves, another may just begin to look at
   */
  constructor(
    private readonly forget: (name: string) => void,
    private readonly later: (work: () => void) => void,
  ) {}

  /** Somebody looks at it, until what this returns is called. */
  look(name: string): () => void {
    this.lookers.set(name, (this.lookers.get(name) ?? 0) + 1);
    this.unseen.delete(name);
    let looks = true;
    return () => {
      if (!looks) return;
      looks = false;
      const left = this.lookers.get(name)! - 1;
      if (left > 0) this.lookers.set(name, left);
      else {
        this.lookers.delete(name);
        this.putAside(name);
      }
    };
  }

  /** An answer is there; whoever asked may have gone meanwhile. */
  came(name: string): void {
    if (!this.lookers.has(name)) this.putAside(name);
  }

  private putAside(name: string): void {
    this.unseen.delete(name);
    this.unseen.add(name);
    if (this.unseen.size <= mostUnseen) return;
    this.later(() => {
      for (const oldest of this.unseen) {
        if (this.unseen.size <= mostUnseen) break;
        this.unseen.delete(oldest);
        this.forget(oldest);
      }
    });
  }
}
