import { COMMON_PRACTICE, type Source } from '#core/knowledge';
import { band, oval, type Shape } from './figure';

/** A place that is never pressed, and why. */
export interface Zone {
  name: string;
  reason: string;
  /** On two-sided views for one half of the body; one on the midline is drawn once. */
  shapes: readonly Shape[];
  source: Source;
}

const zone = (name: string, reason: string, ...shapes: Shape[]): Zone => ({
  name,
  reason,
  shapes,
  source: COMMON_PRACTICE,
});

/** The keep-off structures. Common practice, no published source. */
export const ZONES = {
  eye: zone(
    'Eye',
    'Never press on the eye; slide along the bone above it.',
    oval('front', [17.5, 64], [8.5, 5]),
    oval('head', [46, 65], [8, 5.6]),
  ),
  windpipe: zone(
    'Windpipe and front of the throat',
    'The airway lies right under the skin.',
    band('front', 10, [0, 134], [0, 184]),
    band('head', 5, [25, 146], [22.5, 182]),
  ),
  'neck-vessels': zone(
    'Vessels of the neck',
    'The great vessels run deep to the strap muscle: pick the muscle up, never squeeze inwards; where you feel a pulse, come off.',
    band('front', 5, [16, 136], [10, 172]),
    band('head', 5, [17, 140], [15, 176]),
  ),
  'arm-nerves': zone(
    'Nerves to the arm, above the collarbone',
    'The nerves to the arm come out here: an electric feeling means move up or off.',
    oval('head', [-4, 184.5], [7, 3]),
    oval('front', [30, 176], [7, 3], -12),
  ),
  spine: zone(
    'Spine',
    'Never on the bony points of the spine, and never across them: stay on the flesh beside them.',
    band('back', 9, [0, 116], [0, 448]),
  ),
  'blade-ridge': zone(
    'Bony ridge of the shoulder blade',
    'Bone under thin skin.',
    band('back', 4, [42, 216], [58, 208], [84, 197], [108, 190]),
  ),
  'shoulder-tip': zone(
    'Bony tip of the shoulder',
    'Bone under thin skin; stay inside it.',
    oval('front', [117, 185], [6, 4]),
    oval('back', [117, 187], [6, 4]),
  ),
  'armpit-middle': zone(
    'Middle of the armpit',
    'Nerves and vessels to the arm pass through the hollow: stay on its back wall.',
    oval('armpit', [150, 194], [5, 9], 35),
  ),
  'breast-tissue': zone(
    'Breast tissue',
    'Not on breast tissue: stay on the muscle between collarbone and armpit fold.',
    oval('front', [54, 260], [27, 18]),
    oval('armpit', [54, 252], [27, 18]),
  ),
  'breastbone-tip': zone(
    'Lowest tip of the breastbone',
    'A thin tip of bone and gristle that breaks easily.',
    oval('front', [0, 290], [4, 7]),
  ),
  'belly-vessel': zone(
    'Great vessel of the belly',
    'If it pulses under your fingers, move away.',
    band('front', 12, [0, 314], [0, 386]),
  ),
  'front-hip-bone': zone(
    'Front hip bone',
    'Bone under thin skin: work beside it, never on it.',
    oval('front', [72, 452], [4, 4]),
  ),
  'groin-vessels': zone(
    'Vessels of the groin and upper inner thigh',
    'Vessels and nerves lie shallow high up: stay in the lower two thirds.',
    band('front', 14, [38, 502], [24, 560]),
  ),
  kneecap: zone('Kneecap', 'Bone in a tendon.', oval('front', [53.5, 703], [12, 15])),
  'shin-bone': zone(
    'Edge of the shin',
    'Bone under thin skin.',
    band('front', 5, [47, 744], [43, 900]),
  ),
  'elbow-crease': zone(
    'Crease of the elbow',
    'Vessels and a nerve cross here.',
    oval('front', [145, 378], [9, 7]),
  ),
  'wrist-hollow': zone(
    'Hollow of the wrist',
    'A nerve runs under the crease.',
    oval('front', [184.6, 520], [9, 4]),
  ),
  'ulnar-groove': zone(
    'Groove at the inner elbow',
    'The nerve of the little finger lies in it.',
    oval('back', [134, 374], [4, 6]),
  ),
  'floating-ribs': zone(
    'Floating ribs',
    'The two lowest ribs end free: gentle above the waist, never a hard tool on them.',
    band('back', 10, [26, 346], [62, 371]),
  ),
  'side-hip-point': zone(
    'Bony point at the side of the hip',
    'Go round the joint, never over the point.',
    oval('back', [97, 475], [7, 8]),
    oval('front', [98, 486], [5, 7]),
  ),
  tailbone: zone('Tailbone', 'Bone under thin skin.', oval('back', [0, 506], [6, 10])),
  'knee-hollow': zone(
    'Hollow of the knee',
    'Vessels and nerves lie shallow behind the knee.',
    oval('back', [54, 716], [16, 14]),
  ),
} as const satisfies Record<string, Zone>;

export type ZoneId = keyof typeof ZONES;
export const ZONE_IDS = Object.keys(ZONES) as ZoneId[];
