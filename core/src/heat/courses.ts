import { defined } from '../units';
/** What many cells go through over time, in one table: each cell's whole course lies together. */
export class Courses {
  /** @param values all of them, a cell's after another's; zeros where absent */
  constructor(
    readonly cells: number,
    readonly times: number,
    private readonly values = new Float64Array(cells * times),
  ) {}

  /** Notes every cell's value at a time. */
  note(time: number, field: Float64Array): void {
    const { values, times, cells } = this;
    for (let cell = 0, at = time; cell < cells; cell++, at += times)
      values[at] = defined(field[cell]);
  }

  /** The course of one cell: a view, not a copy. */
  of(cell: number): Float64Array {
    return this.values.subarray(cell * this.times, (cell + 1) * this.times);
  }

  /** Every cell's value at a time. */
  at(time: number): Float64Array {
    return Float64Array.from({ length: this.cells }, (_, cell) =>
      defined(this.values[cell * this.times + time]),
    );
  }

  /** The course at a place between cells whose centres are given, linear between the nearest two. */
  between(centres: Float64Array, place: number): Float64Array {
    let first = 0;
    while (first < centres.length - 2 && defined(centres[first + 1]) < place) first++;
    const share =
      (place - defined(centres[first])) / (defined(centres[first + 1]) - defined(centres[first]));
    const course = new Float64Array(this.times);
    const from = first * this.times;
    for (let time = 0; time < course.length; time++) {
      const low = defined(this.values[from + time]);
      course[time] = low + share * (defined(this.values[from + this.times + time]) - low);
    }
    return course;
  }
}
