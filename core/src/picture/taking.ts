/** How whoever is photographed holds still: the same each time, or skin stretches otherwise. */
export const POSES = ['lying', 'sitting', 'standing', 'armRaised', 'stretched'] as const;

export type Pose = (typeof POSES)[number];

/** From where the camera looks at the skin. */
export const VIEWS = ['straightOn', 'fromLeft', 'fromRight', 'fromAbove', 'fromBelow'] as const;

export type View = (typeof VIEWS)[number];

/** How far away it is: by about a hand, a forearm or an arm. */
export const DISTANCES = ['hand', 'forearm', 'arm'] as const;

export type Distance = (typeof DISTANCES)[number];

export const LIGHTS = ['room', 'daylight', 'ring', 'polarised'] as const;

export type Light = (typeof LIGHTS)[number];

/** How a picture was taken, in words: the next one of the place is taken so too. */
export interface TakenAs {
  readonly pose: Pose;
  readonly view: View;
  readonly distance: Distance;
  readonly light: Light;
}

/** A picture by the visit and place that it is of. */
export interface PictureOf {
  readonly visitId: string;
  readonly areaId: string;
  /** ISO 8601. */
  readonly takenAt: string;
  /** Taken by the client, for the healing diary. */
  readonly fromHome: boolean;
}

/**
 * The clinic's picture that one from home is held against: the newest of the same place from the session itself, else from
 * before; null where there is none.
 */
export function sessionPicture<P extends PictureOf>(
  pictures: readonly P[],
  home: PictureOf,
): P | null {
  const before = pictures
    .filter(
      ({ areaId, fromHome, takenAt }) =>
        areaId === home.areaId && !fromHome && takenAt <= home.takenAt,
    )
    .toSorted((one, other) => one.takenAt.localeCompare(other.takenAt));
  return before.findLast(({ visitId }) => visitId === home.visitId) ?? before.at(-1) ?? null;
}
