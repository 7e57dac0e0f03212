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
  async view(at: Question, asked: Asked, tell: (part: Partial<View>) => void): Promise<boolean> {
    const of = this.cases.get(at.caseId);
    if (of === undefined) throw new Error('This case is not open');
    this.newest.set(at.viewer, at.number);
    const parts = viewParts(of, asked, this.maps);
    let gathered: Partial<View> = {};
    let since = this.clock();
    for (;;) {
      await this.turn();
      if (this.newest.get(at.viewer) !== at.number) return false;
      const next = parts.next();
      const isLast = next.done === true;
      if (!isLast) gathered = { ...gathered, ...next.value };
      if (isLast ? Object.keys(gathered).length > 0 : this.clock() - since >= TOGETHER_MS) {
        tell(gathered);
        gathered = {};
        since = this.clock();
      }
      if (!isLast) continue;
      // What cannot be worked out beforehand says so once it is asked for.
      this.prepare(at, askedNext(of, asked)).catch(() => {});
      return true;
    }
  }

  /** Works out at rest what the next press is likely to ask for; it is found with the windows and maps that are kept. */
  private async prepare(
    { caseId, viewer, number }: Question,
    likely: readonly Asked[],
  ): Promise<void> {
    await this.rest();
    const of = this.cases.get(caseId);
    if (of === undefined) return;
    for (const asked of likely) {
      const parts = viewParts(of, asked, this.maps);
      do {
        await this.turn();
        if (this.newest.get(viewer) !== number) return;
      } while (parts.next().done !== true);
    }
  }

  /** Ends what a viewer is being told. */
  leave(viewer: string): void {
    this.newest.delete(viewer);
  }
}
