import type { SurfaceId, ThingId } from '#core/equipment';

/** What is at hand somewhere else. One’s own hands always are. */
export interface Kit {
  id: string;
  /** As it is chosen from: “one ball and a wall”. */
  name: string;
  /** Ids of tools. */
  tools: readonly string[];
  surfaces: readonly SurfaceId[];
  things: readonly ThingId[];
  /** One can stand and move there. */
  standing: boolean;
  /** Shoes come off there. */
  bareFeet: boolean;
  /** Nothing moves under one: no jolt while something delicate is pressed. */
  still: boolean;
}

/** Where people are when they are not at home. Common practice, no published source: one ball and a wall must be enough. */
export const KITS: readonly Kit[] = [
  {
    id: 'ball-and-wall',
    name: 'one ball and a wall',
    tools: ['tennis-ball'],
    surfaces: ['wall', 'corner', 'door-frame'],
    things: ['steady'],
    standing: true,
    bareFeet: true,
    still: true,
  },
  {
    id: 'hotel',
    name: 'a hotel room',
    tools: ['tennis-ball'],
    surfaces: ['wall', 'corner', 'door-frame', 'hard-floor', 'mattress', 'chair', 'table'],
    things: ['chair', 'hard-chair', 'table', 'steady'],
    standing: true,
    bareFeet: true,
    still: true,
  },
  {
    id: 'desk',
    name: 'at a desk',
    tools: [],
    surfaces: ['wall', 'chair', 'table'],
    things: ['chair', 'hard-chair', 'table', 'steady'],
    standing: true,
    bareFeet: false,
    still: true,
  },
  {
    id: 'bed',
    name: 'in bed',
    tools: [],
    surfaces: ['mattress'],
    things: [],
    standing: false,
    bareFeet: true,
    still: true,
  },
  {
    id: 'bus',
    name: 'on a bus or train',
    tools: [],
    surfaces: ['chair'],
    things: ['chair'],
    standing: false,
    bareFeet: false,
    still: false,
  },
];

/** The kit with this id; undefined when there is none. */
export const findKit = (id: string): Kit | undefined => KITS.find((kit) => kit.id === id);
