import {
  askedNext,
  openCase,
  viewParts,
  WindowMaps,
  type Asked,
  type Opened,
  type PlanningCase,
  type View,
} from './answers';

const TOGETHER_MS = 8;
// A hand that presses on presses within this.
const REST_MS = 150;

/** Who asks, in which case, and their how manieth question it is. */
interface Question {
  readonly caseId: string;
  readonly viewer: string;
  readonly number: number;
}

/** Hears what there is to say to a question. */
export interface Listener {
  /** A part of the view that was asked for, and whether it is the last. */
  readonly tell: (part: Partial<View>, isLast: boolean) => void;
  /** All of the view that the next press may ask for. */
  readonly foresee: (asked: Asked, view: Partial<View>) => void;
}

/** Lets whatever was sent meanwhile be read first. */
export type Turn = () => Promise<void>;

/**
 * The cases that are open and who looks at which setting: a newer question of the same viewer ends the work on the one
 * before, between two of its parts.
 */
export class Views {
  private readonly cases = new Map<string, PlanningCase>();
  private readonly newest = new Map<string, number>();
  private readonly maps = new WindowMaps();

  /**
   * @param clock ms, by which parts are gathered
   * @param rest after which nobody is pressing any more
   */
  constructor(
    private readonly turn: Turn,
    private readonly clock = () => performance.now(),
    private readonly rest: Turn = () => new Promise((resolve) => setTimeout(resolve, REST_MS)),
  ) {}

  open(caseId: string, of: PlanningCase): Opened {
    this.cases.set(caseId, of);
    return openCase(of);
  }

  close(caseId: string): void {
    this.cases.delete(caseId);
  }

  /**
   * Tells the parts of a view as they come, those that come within half a frame together: a page that draws again for each takes
   * longer over that than all of them took. Says whether it came to its end. Throws for a case that is not open. */
  async view(at: Question, asked: Asked, listener: Listener): Promise<boolean> {
    const of = this.begin(at);
    const parts = viewParts(of, asked, this.maps);
    let gathered: Partial<View> = {};
    let since = this.clock();
    for (;;) {
      await this.turn();
      if (this.newest.get(at.viewer) !== at.number) return false;
      const next = parts.next();
      const isLast = next.done === true;
      if (!isLast) gathered = { ...gathered, ...next.value };
      if (isLast || this.clock() - since >= TOGETHER_MS) {
        listener.tell(gathered, isLast);
        gathered = {};
        since = this.clock();
      }
      if (!isLast) continue;
      this.lookAhead(of, at, asked, listener);
      return true;
    }
  }

  /** A viewer looks at a setting whose view was foreseen: nothing is told of it, and what may come next is foreseen. */
  arrive(at: Question, asked: Asked, listener: Listener): void {
    this.lookAhead(this.begin(at), at, asked, listener);
  }

  private begin({ caseId, viewer, number }: Question): PlanningCase {
    const of = this.cases.get(caseId);
    if (of === undefined) throw new Error('This case is not open');
    this.newest.set(viewer, number);
    return of;
  }

  private lookAhead(of: PlanningCase, at: Question, asked: Asked, listener: Listener): void {
    // What cannot be worked out beforehand says so once it is asked for.
    this.foresee(of, at, askedNext(of, asked), listener).catch(() => {});
  }

  /** Works out at rest what the next press is likely to ask for, until there is a newer question. */
  private async foresee(
    of: PlanningCase,
    { viewer, number }: Question,
    likely: readonly Asked[],
    listener: Listener,
  ): Promise<void> {
    await this.rest();
    for (const asked of likely) {
      const parts = viewParts(of, asked, this.maps);
      let view: Partial<View> = {};
      for (;;) {
        await this.turn();
        if (this.newest.get(viewer) !== number) return;
        const next = parts.next();
        if (next.done === true) break;
        view = { ...view, ...next.value };
      }
      listener.foresee(asked, view);
    }
  }

  /** Ends what a viewer is being told. */
  leave(viewer: string): void {
    this.newest.delete(viewer);
  }
}
