import {
  openCase,
  viewParts,
  WindowMaps,
  type Asked,
  type Opened,
  type PlanningCase,
  type View,
} from './answers';

const TOGETHER_MS = 8;

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

  /** @param clock ms, by which parts are gathered */
  constructor(
    private readonly turn: Turn,
    private readonly clock = () => performance.now(),
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
  async view(
    at: { readonly caseId: string; readonly viewer: string; readonly number: number },
    asked: Asked,
    tell: (part: Partial<View>) => void,
  ): Promise<boolean> {
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
      if (isLast) return true;
    }
  }

  /** Ends what a viewer is being told. */
  leave(viewer: string): void {
    this.newest.delete(viewer);
  }
}
