import { modulusOf } from '#core/equipment';
import { citation, ownEstimate, type Source } from '#core/knowledge';
import { pressureAt, type Pressing } from './press';
import { FLESH, MUSCLE_MODULUS } from './tissue';

/** One step of how a figure comes about: what, how much, by which rule, on whose word. */
export interface Step {
  name: string;
  value: number;
  low: number;
  high: number;
  unit: string;
  rule: string;
  source: Source;
}

const HERTZ = citation('Johnson, Contact Mechanics, Cambridge UP 1985, ch. 4');
const KILO = 1000;

/** How the pressure of a tool at a load comes about, step by step; empty when the input cannot be. */
export function explainPressure(pressing: Pressing, loadNewtons: number): Step[] {
  const outcome = pressureAt(pressing, loadNewtons);
  if (!outcome.ok) return [];
  const { tool, surface, flesh, settles } = pressing;
  const { peakKilopascals, meanKilopascals, radiusMillimetres, depthMillimetres, forceNewtons } =
    outcome.value;
  const own = modulusOf(tool);
  const { stiffer } = FLESH[flesh];
  const round = tool.face.kind === 'sphere';
  return [
    {
      name: 'force the tool keeps',
      ...forceNewtons,
      unit: 'N',
      rule: settles
        ? `the body comes to rest beside the tool as it sinks into the ${surface.name}`
        : `nothing beside the tool takes any of it: ${surface.name}`,
      source: ownEstimate('how far the flesh beside the tool reaches'),
    },
    {
      name: round ? 'radius of the tool' : 'radius of the roller',
      value: tool.face.radiusMillimetres,
      low: tool.face.radiusMillimetres,
      high: tool.face.radiusMillimetres,
      unit: 'mm',
      rule: 'half its diameter',
      source: tool.stuffSource,
    },
    {
      name: 'stiffness of the flesh',
      value: (MUSCLE_MODULUS.likely * stiffer.likely) / KILO,
      low: (MUSCLE_MODULUS.low * stiffer.low) / KILO,
      high: (MUSCLE_MODULUS.high * stiffer.high) / KILO,
      unit: 'kPa',
      rule: `relaxed muscle, ${MUSCLE_MODULUS.likely / KILO} kPa, times ${stiffer.likely} for a ${flesh} layer over bone`,
      source: citation(
        'shear-wave elastography, about 10–40 kPa; layer after Dimitriadis et al. 2002',
      ),
    },
    {
      name: 'stiffness of the tool',
      value: own.likely / 1e6,
      low: own.low / 1e6,
      high: own.high / 1e6,
      unit: 'MPa',
      rule:
        tool.stuff.kind === 'shore A'
          ? `Gent’s relation at Shore A ${tool.stuff.value}`
          : tool.stuff.kind === 'layer'
            ? 'foam before it packs; it stiffens as it is pressed'
            : 'the solid that gives as much',
      source: tool.stuffSource,
    },
    {
      name: round ? 'radius of the contact' : 'half-width of the contact',
      ...radiusMillimetres,
      unit: 'mm',
      rule: round ? 'a = (3 F R / 4 E*)^⅓' : 'a = (4 P′ R / π E*)^½',
      source: HERTZ,
    },
    {
      name: 'depth in the flesh',
      ...depthMillimetres,
      unit: 'mm',
      rule: 'δ = a² / R, the flesh’s share of it',
      source: HERTZ,
    },
    {
      name: 'mean pressure',
      ...meanKilopascals,
      unit: 'kPa',
      rule: round ? '⅔ p₀' : 'π/4 p₀',
      source: HERTZ,
    },
    {
      name: 'peak pressure',
      ...peakKilopascals,
      unit: 'kPa',
      rule: round ? 'p₀ = 3 F / 2 π a²' : 'p₀ = 2 P′ / π a',
      source: HERTZ,
    },
  ];
}
