import { giveOfTool } from '#core/equipment';
import { ownEstimate, type Source } from '#core/knowledge';
import type { Banded, Uncertain } from '#core/uncertainty';
import { LAYER_SOURCE, OUR_CONTACT, pressureAt, type Pressing } from './press';
import { FLESH, FLESH_SOURCE, MUSCLE_MODULUS, MUSCLE_SOURCE } from './tissue';

/** Where a figure comes from: published, a table of ours, or a guess of ours. */
export type Standing = 'published' | 'our table' | 'our estimate';

/** One step of how a figure comes about: what, how much, by which rule, on whose word. */
export interface Step extends Banded {
  name: string;
  unit: string;
  rule: string;
  standing: Standing;
  source: Source;
}

const scaled = ({ low, likely, high }: Uncertain, by: number): Banded => ({
  value: likely * by,
  low: low * by,
  high: high * by,
});

/** What a tool itself gives, as a step. */
function giveStep({ tool, foam }: Pressing): Step | null {
  const { toolModulus, airPascals, foamMetres } = giveOfTool(tool, foam ?? null);
  const own = { standing: 'our table', source: tool.stuffSource } as const;
  if (airPascals) {
    return {
      name: 'pressure of the ball',
      ...scaled(airPascals, 1e-3),
      unit: 'kPa',
      rule: 'as stiff as the air in it: it presses no harder, 1/p² = 1/p̄² + 1/p₀²',
      ...own,
    };
  }
  if (foamMetres) {
    return {
      name: 'thickness of the foam',
      ...scaled(foamMetres, 1000),
      unit: 'mm',
      rule: `foam over a hard core, ${foam ?? 'of an age nobody told'}; it thins as it wears`,
      ...own,
    };
  }
  if (!toolModulus) return null;
  return {
    name: 'stiffness of the tool',
    ...scaled(toolModulus, 1e-6),
    unit: 'MPa',
    rule:
      tool.stuff.kind === 'shore A'
        ? `Gent’s relation at Shore A ${tool.stuff.value}`
        : 'a solid that gives as much',
    ...own,
  };
}

/** How the pressure of a tool at a load comes about, step by step; empty when the input cannot be. */
export function explainPressure(pressing: Pressing, loadNewtons: number): Step[] {
  const outcome = pressureAt(pressing, loadNewtons);
  if (!outcome.ok) return [];
  const { tool, surface, flesh, settles } = pressing;
  const { kilopascals, radiusMillimetres, depthMillimetres, forceNewtons, besideNewtons } =
    outcome.value;
  const round = tool.face.kind === 'sphere';
  const radius = tool.face.radiusMillimetres;
  const ours = { standing: 'our estimate', source: OUR_CONTACT } as const;
  const gives = giveStep(pressing);
  return [
    {
      name: 'force on the tool',
      ...forceNewtons,
      unit: 'N',
      rule: settles
        ? `the body comes to rest beside the tool as it sinks in: ${surface.name}`
        : `the whole load, less what spills over a ball that is squeezed flat: ${surface.name}`,
      ...ours,
    },
    {
      name: 'taken by the body beside it',
      ...besideNewtons,
      unit: 'N',
      rule: 'the rest of the load',
      ...ours,
    },
    {
      name: round ? 'radius of the tool' : 'radius of the roller',
      ...{ value: radius, low: radius, high: radius },
      unit: 'mm',
      rule: 'half its diameter',
      standing: 'our table',
      source: tool.stuffSource,
    },
    {
      name: 'stiffness of muscle',
      ...scaled(MUSCLE_MODULUS, 1e-3),
      unit: 'kPa',
      rule: 'relaxed, across people',
      standing: 'published',
      source: MUSCLE_SOURCE,
    },
    {
      name: 'flesh over the bone',
      ...scaled(FLESH[flesh].thickness, 1000),
      unit: 'mm',
      rule: `${flesh} there`,
      standing: 'our table',
      source: FLESH_SOURCE,
    },
    ...(gives ? [gives] : []),
    {
      name: 'depth in the flesh',
      ...depthMillimetres,
      unit: 'mm',
      rule: 'where F = (16/9) E √R δ^1.5 · f(√(Rδ)/h) holds the force; that flesh locks up when squeezed flat is ours',
      standing: 'published',
      source: LAYER_SOURCE,
    },
    {
      name: round ? 'radius of the contact' : 'half-width of the contact',
      ...radiusMillimetres,
      unit: 'mm',
      rule: 'a² = 2Rδ − δ², never wider than the tool',
      ...ours,
    },
    {
      name: 'mean pressure',
      ...kilopascals,
      unit: 'kPa',
      rule: round ? 'F / πa²' : 'that of a ball as deep, over 2a times the length in contact',
      standing: 'our estimate',
      source: ownEstimate('the pressure over the area of the contact, by geometry'),
    },
  ];
}
