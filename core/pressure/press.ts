import type { Site } from '#core/anatomy';
import { modulusOf, type Surface, type Tool } from '#core/equipment';
import {
  citation,
  firstMistake,
  mistaken,
  outside,
  answer,
  type Outcome,
  type Source,
} from '#core/knowledge';
import {
  about,
  known,
  propagate,
  sample,
  type Banded,
  type Inputs,
  type Spread,
  type Values,
} from '#core/uncertainty';
import { foamStrain, foamTangent } from './foam';
import { combinedModulus, hertzCylinder, hertzSphere, shareOfApproach } from './hertz';
import { FLESH, FLESH_POISSON, FLESH_SOURCES, MUSCLE_MODULUS } from './tissue';

// Looked up once: these run tens of thousands of times in a row.
const { cbrt, exp, max } = Math;

const RUBBER_POISSON = 0.49;
/** Over this depth the flesh beside the tool takes over, when the body can rest beside it; metres. */
const SETTLING = about(0.038, 0.024, 0.06);
/** A surface under a tool gives by this much per newton when nothing is said; metres. */
const RIGID = 0;

export const PRESSURE_SOURCES: readonly Source[] = [
  citation('Johnson, Contact Mechanics, Cambridge UP 1985, ch. 4'),
  citation('Gent 1958, Rubber Chemistry and Technology 31:896'),
  ...FLESH_SOURCES,
];

/** What presses on what. Load as newtons on one contact, before the surface takes any of it. */
export interface Pressing {
  tool: Tool;
  surface: Surface;
  flesh: Site['flesh'];
  /** The body may come to rest beside the tool. */
  settles: boolean;
}

/** What happens where the tool meets the skin. SI units. */
export interface Pressed {
  forceNewtons: number;
  peakPascals: number;
  meanPascals: number;
  radiusMetres: number;
  /** How deep the flesh is pushed in. */
  depthMetres: number;
  /** How much the tool gives, both faces, and how far it sinks into the surface. */
  giveMetres: number;
  sinkMetres: number;
}

/** A tool pressed on a surface; whether the body can rest beside it follows from both. */
export const pressingOn = (tool: Tool, surface: Surface, flesh: Site['flesh']): Pressing => ({
  tool,
  surface,
  flesh,
  settles: surface.bearsTheBody && tool.drive === 'body',
});

/** The uncertain inputs of the contact alone. */
export function contactInputs({ tool, surface, flesh, settles }: Pressing): Inputs {
  return {
    muscle: MUSCLE_MODULUS,
    stiffer: FLESH[flesh].stiffer,
    toolModulus: modulusOf(tool),
    ...(surface.newtonsPerMillimetre ? { surface: surface.newtonsPerMillimetre } : {}),
    ...(settles ? { settling: SETTLING } : {}),
  };
}

const FOAM_STEPS = 4;
const BODY_OF_TOOL = 1 - RUBBER_POISSON ** 2;

/** Tool and flesh as one contact: everything but the force. */
interface Meeting {
  radius: number;
  modulus: number;
  /** Share of the approach that is in the flesh. */
  inFlesh: number;
  toolModulus: number;
  /** Length of a roller’s contact, metres; null for a ball. */
  length: number | null;
}

function meet({ tool, flesh }: Pressing, fleshModulus: number, toolModulus: number): Meeting {
  const own = { modulus: toolModulus, poisson: RUBBER_POISSON };
  const body = { modulus: fleshModulus, poisson: FLESH_POISSON };
  return {
    radius: tool.face.radiusMillimetres / 1000,
    modulus: combinedModulus(body, own),
    inFlesh: shareOfApproach(body, own),
    toolModulus,
    length:
      tool.face.kind === 'cylinder'
        ? Math.min(tool.face.lengthMillimetres, FLESH[flesh].rollerMillimetres) / 1000
        : null,
  };
}

const contactOf = ({ radius, modulus, length }: Meeting, force: number) =>
  length === null
    ? hertzSphere(force, radius, modulus)
    : hertzCylinder(force / length, radius, modulus);

/** How tool and flesh meet under about this force: foam stiffens as it packs. */
function meetUnder(pressing: Pressing, values: Values<Inputs>, force: number): Meeting {
  const fleshModulus = (values.muscle ?? 0) * (values.stiffer ?? 1);
  const loose = values.toolModulus ?? 1;
  let meeting = meet(pressing, fleshModulus, loose);
  if (pressing.tool.stuff.kind !== 'layer') return meeting;
  for (let step = 0; step < FOAM_STEPS; step += 1) {
    const { meanPascals } = contactOf(meeting, force);
    meeting = meet(pressing, fleshModulus, foamTangent(meanPascals, loose));
  }
  return meeting;
}

/** How much the tool gives: its face in the flesh, and the other face against what it lies on; metres. */
function giveOf(
  pressing: Pressing,
  values: Values<Inputs>,
  meeting: Meeting,
  force: number,
): number {
  const { stuff } = pressing.tool;
  const contact = contactOf(meeting, force);
  if (stuff.kind === 'layer') {
    return (
      (foamStrain(contact.meanPascals, values.toolModulus ?? 1) * stuff.foamMillimetres) / 1000
    );
  }
  const behind = contactOf({ ...meeting, modulus: meeting.toolModulus / BODY_OF_TOOL }, force);
  return contact.approachMetres * (1 - meeting.inFlesh) + behind.approachMetres;
}

function pressedBy(pressing: Pressing, values: Values<Inputs>, force: number): Pressed {
  const meeting = meetUnder(pressing, values, force);
  const contact = contactOf(meeting, force);
  return {
    forceNewtons: force,
    peakPascals: contact.peakPascals,
    meanPascals: contact.meanPascals,
    radiusMetres: contact.radiusMetres,
    depthMetres: contact.approachMetres * meeting.inFlesh,
    giveMetres: giveOf(pressing, values, meeting, force),
    sinkMetres: values.surface ? force / (values.surface * 1000) : RIGID,
  };
}

const HALVINGS = 18;

/**
 * The force a tool keeps when the body comes to rest beside it, as tool, flesh and surface give. It falls
 * as the tool sinks in, so it is found by halving. How far tool and flesh give is worked out once at the
 * full load and scaled from there: with F^⅔ for a ball, with F for a roller.
 */
function keptForce(pressing: Pressing, values: Values<Inputs>, load: number): number {
  const full = pressedBy(pressing, values, load);
  const proud = pressing.tool.proudMillimetres / 1000;
  const settling = values.settling ?? SETTLING.likely;
  const round = pressing.tool.face.kind === 'sphere';
  const soft = full.depthMetres + full.giveMetres;
  let low = 0;
  let high = 1;
  for (let step = 0; step < HALVINGS; step += 1) {
    const share = (low + high) / 2;
    const pushed = soft * (round ? cbrt(share * share) : share) + full.sinkMetres * share;
    const kept = 1 - exp(-max(0, proud - pushed) / settling);
    if (kept > share) low = share;
    else high = share;
  }
  return (load * (low + high)) / 2;
}

/** What a load does at the skin, after whatever the surface beside the tool takes of it. */
export function pressWith(pressing: Pressing, values: Values<Inputs>, load: number): Pressed {
  if (load <= 0) return pressedBy(pressing, values, 0);
  const force = pressing.settles ? keptForce(pressing, values, load) : load;
  return pressedBy(pressing, values, force);
}

/** The figures of a contact, each with its band. Kilopascals, millimetres, newtons. */
export interface PressureBands {
  peakKilopascals: Banded;
  meanKilopascals: Banded;
  radiusMillimetres: Banded;
  depthMillimetres: Banded;
  forceNewtons: Banded;
}

export const LOAD_BOUNDS = { name: 'The load', least: 0, most: 2500, unit: 'N' } as const;

/**
 * Pressure of a tool on flesh at a given load, with the band its uncertain inputs leave.
 *
 * @returns bands, or the sentence that says which input cannot be
 */
export function pressureAt(pressing: Pressing, loadNewtons: number): Outcome<PressureBands> {
  const { face } = pressing.tool;
  const bad = firstMistake(
    outside('load', loadNewtons, LOAD_BOUNDS),
    outside('radius', face.radiusMillimetres, {
      name: 'The radius of the tool',
      least: 1,
      most: 300,
      unit: 'mm',
    }),
  );
  if (bad) return bad;
  if (face.kind === 'cylinder' && face.lengthMillimetres <= 0) {
    return mistaken('out of range', 'length', 'A roller needs a length above 0 mm.');
  }
  const inputs = { ...contactInputs(pressing), load: known(loadNewtons) };
  const band = (pick: (pressed: Pressed) => number): Banded =>
    propagate(inputs, (values) => pick(pressWith(pressing, values, values.load)));
  return answer({
    peakKilopascals: band((pressed) => pressed.peakPascals / 1000),
    meanKilopascals: band((pressed) => pressed.meanPascals / 1000),
    radiusMillimetres: band((pressed) => pressed.radiusMetres * 1000),
    depthMillimetres: band((pressed) => pressed.depthMetres * 1000),
    forceNewtons: band((pressed) => pressed.forceNewtons),
  });
}

/** Peak pressure at a given load by random draws of everything else, kilopascals. */
export function samplePressureAt(
  pressing: Pressing,
  loadNewtons: number,
  chance: () => number,
  draws?: number,
): Spread {
  const inputs = { ...contactInputs(pressing), load: known(loadNewtons) };
  return sample(
    inputs,
    (values) => pressWith(pressing, values, values.load).peakPascals / 1000,
    chance,
    draws,
  );
}
