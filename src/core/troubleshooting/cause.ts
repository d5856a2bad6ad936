// What a cause is, and what many of them have in common.

/** What a rig must have for a cause to be possible at all. */
export type Need =
  | 'din'
  | 'usb'
  | 'bluetooth'
  | 'hub'
  | 'scope'
  | 'pickup'
  | 'notes'
  | 'banks'
  | 'layers'
  | 'slots'
  | 'project'
  | 'windows'
  | 'conditions'
  | 'editor';

export interface Cause {
  readonly id: string;
  readonly words: string;
  readonly mend: string;
  /** How often it is the one, relative to the others. */
  readonly weight: number;
  readonly needs?: Need;
  /** The answers that this cause allows; a question that is not named here may be answered in any way. */
  readonly signs: Readonly<Record<string, readonly string[]>>;
}

/** Nothing arrives at this page. */
export const silent = { monitor: ['nothing'] } as const;
/** Bringing the target to the front, moving through, or taking a hub away would not help, and all is so that has to be. */
export const unmoved = { front: ['still'], through: ['never'], between: ['still'], conditions: ['yes'] } as const;
/** The right message arrives at this page, and nothing moves: so all that makes it is in order. */
export const arrives = {
  monitor: ['something'],
  kind: ['planned'],
  channel: ['planned'],
  number: ['planned'],
  ends: ['right'],
  mode: ['plain'],
  slot: ['right'],
  kept: ['there'],
  place: ['here'],
  neighbours: ['yes'],
  paired: ['yes'],
} as const;
/** All that comes before the software is in order. */
export const wired = { lamp: ['lit'], listed: ['yes', 'other'], others: ['free'] } as const;

/** All of it comes to the target, which another hand can move, and does nothing with it. */
export const unheard = {
  ...unmoved,
  ...arrives,
  ...wired,
  reach: ['high'],
  'host-light': ['blinks'],
  'port-for': ['remote', 'both'],
  mouse: ['works'],
} as const;
