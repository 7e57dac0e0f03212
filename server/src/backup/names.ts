/** How a backup is called: by its moment, in UTC, to the second. */
export const nameOfMoment = (at: Date): string =>
  `tidy-quill-${at.toISOString().replaceAll(/[-:]|\.\d+/g, '')}.tar.age`;

/** When a backup was made, by its name; null where it is called otherwise. */
export function momentOfName(name: string): Date | null {
  const found = /^tidy-quill-(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)(\d\d)Z\.tar\.age$/.exec(name);
  if (found === null) return null;
  const [, year, month, day, hour, minute, second] = found;
  return new Date(`${year}-${month}-${day}T${hour}:${minute}:${second}Z`);
}
