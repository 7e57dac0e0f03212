/** An axis: what values it runs over, its ticks, and what it says. */
export interface Axis {
  readonly from: number;
  readonly to: number;
  readonly ticks: readonly number[];
  readonly label: string;
}

/** A chart as lines of SVG, drawn in its own frame of `width` × `height` units at `left`, `top`. */
export class Chart {
  private readonly parts: string[] = [];

  constructor(
    private readonly frame: {
      readonly left: number;
      readonly top: number;
      readonly width: number;
      readonly height: number;
    },
    private readonly x: Axis,
    private readonly y: Axis,
    title: string,
  ) {
    const { left, top, width, height } = frame;
    const bottom = top + height;
    this.text(left, top - 10, title, 'start', 600);
    this.parts.push(
      `<path d="M${left},${top}V${bottom}H${left + width}" fill="none" stroke="#8C8675"/>`,
    );
    for (const tick of x.ticks) this.text(this.atX(tick), bottom + 17, String(tick), 'middle');
    for (const tick of y.ticks) {
      const at = this.atY(tick);
      this.parts.push(`<path d="M${left},${at}h${width}" stroke="#D8CFBC"/>`);
      this.text(left - 6, at + 4, String(tick).replace('-', '−'), 'end');
    }
    this.text(left + width / 2, bottom + 36, x.label, 'middle');
    this.text(left, bottom + 54, y.label, 'start');
  }

  line(points: readonly (readonly [number, number])[], colour: string, width = 1.6): void {
    const path = points.map(([x, y]) => `${this.atX(x)},${this.atY(y)}`).join('L');
    this.parts.push(
      `<path d="M${path}" fill="none" stroke="${colour}" stroke-width="${width}" stroke-linejoin="round"/>`,
    );
  }

  /** A point with its error both ways. */
  point(x: number, y: number, error: number, colour: string): void {
    const bar = `M${this.atX(x)},${this.atY(y - error)}V${this.atY(y + error)}`;
    this.parts.push(
      `<path d="${bar}" stroke="${colour}"/>`,
      `<circle cx="${this.atX(x)}" cy="${this.atY(y)}" r="2.6" fill="#FFFDF8" stroke="${colour}"/>`,
    );
  }

  /** A band between two values of y. */
  band(low: number, high: number, colour: string): void {
    const { left, width } = this.frame;
    const height = this.atY(low) - this.atY(high);
    this.parts.unshift(
      `<rect x="${left}" y="${this.atY(high)}" width="${width}" height="${height}" fill="${colour}"/>`,
    );
  }

  label(x: number, y: number, words: string, colour: string): void {
    this.text(this.atX(x), this.atY(y), words, 'start', 400, colour);
  }

  svg(): string {
    return this.parts.join('\n');
  }

  private text(
    x: number,
    y: number,
    words: string,
    anchor: string,
    weight = 400,
    colour = '#1C2733',
  ): void {
    this.parts.push(
      `<text x="${x}" y="${y}" text-anchor="${anchor}" font-weight="${weight}" fill="${colour}">${words}</text>`,
    );
  }

  private atX(value: number): number {
    const { left, width } = this.frame;
    return round(left + (width * (value - this.x.from)) / (this.x.to - this.x.from));
  }

  private atY(value: number): number {
    const { top, height } = this.frame;
    const share = (value - this.y.from) / (this.y.to - this.y.from);
    return round(top + height * (1 - Math.min(1, Math.max(0, share))));
  }
}

const round = (value: number) => Math.round(value * 10) / 10;

/** A whole picture of charts on paper. */
export function picture(width: number, height: number, charts: readonly Chart[]): string {
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" font-family="sans-serif" font-size="12">`,
    `<rect width="${width}" height="${height}" fill="#FFFDF8"/>`,
    ...charts.map((chart) => chart.svg()),
    '</svg>',
    '',
  ].join('\n');
}
