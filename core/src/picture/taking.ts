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
