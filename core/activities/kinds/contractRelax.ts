import { COMMON_PRACTICE } from '#core/knowledge';
import { z } from 'zod';
import {
  ACTIVITY_LIMITS,
  affectedSide,
  common,
  entryId,
  sides,
  timesPerDay,
  whole,
} from '../fields';
import { findStretch } from '../stretches';
import { dayWords, sidesOf, sideWords, unknownEntry, type Kind, type OwnFinding } from './kind';
import { stretchDemands, wrongSides } from './stretch';

export const contractRelaxSchema = z.object({
  kind: z.literal('contract-relax'),
  ...common,
  stretchId: entryId('stretch'),
  sides,
  /** The side that comes first and may get more rounds. */
  affectedSide,
  extraRounds: whole('Extra rounds', ACTIVITY_LIMITS.extraRounds),
  pushSeconds: whole('The push', ACTIVITY_LIMITS.pushSeconds),
  rounds: whole('Rounds', ACTIVITY_LIMITS.rounds),
  timesPerDay,
});
type ContractRelaxItem = z.infer<typeof contractRelaxSchema>;

/** Letting go and following into the new range, after each push; our estimate, seconds. */
export const FOLLOW_SECONDS = 10;
/** Rounds that are usual. Common practice, no published source. */
const USUAL = { from: 3, to: 5 };

/** More rounds on the affected side, where both are done. */
const extraOf = ({ sides: chosen, affectedSide: more, extraRounds }: ContractRelaxItem): number =>
  chosen === 'both' && more !== null ? extraRounds : 0;

const roundsOn = (item: ContractRelaxItem, side: string): number =>
  item.rounds + (side === item.affectedSide ? extraOf(item) : 0);

export const contractRelax: Kind<ContractRelaxItem> = {
  name: 'contract–relax',
  goodFor: 'Ridge and skull base above all: pushing at a tenth of strength, letting go, following.',
  source: COMMON_PRACTICE,
  usual: ({ id, affectedSide: affected }) => ({
    kind: 'contract-relax',
    id,
    stretchId: 'ridge-seated',
    sides: 'both',
    affectedSide: affected,
    extraRounds: affected ? 1 : 0,
    pushSeconds: 10,
    rounds: 3,
    timesPerDay: 1,
    instructions: '',
  }),
  title: ({ stretchId }) => findStretch(stretchId)?.name ?? stretchId,
  doseWords: (item) =>
    `contract–relax, ${item.rounds} rounds of ${item.pushSeconds} s${sideWords(item.sides)}${
      extraOf(item) > 0 ? `, +${extraOf(item)} ${item.affectedSide ?? ''}` : ''
    }${dayWords(item.timesPerDay)}`,
  parts: (item) => {
    const entry = findStretch(item.stretchId);
    const eachSeconds = item.pushSeconds + FOLLOW_SECONDS;
    return sidesOf(item.sides, item.affectedSide).map((side) => {
      const of = roundsOn(item, side);
      return {
        side,
        positionId: entry?.positionId ?? null,
        seconds: of * eachSeconds,
        says: [
          ...(entry?.getInto ?? []),
          `Each round, ${item.pushSeconds} seconds: ${entry?.push ?? ''} A tenth of your strength is plenty.`,
          'Then let go, breathe out, and follow a little further.',
        ],
        count: {
          of,
          eachSeconds,
          name: 'round',
          turns: [
            { says: 'push, lightly', seconds: item.pushSeconds },
            { says: 'let go, follow', seconds: FOLLOW_SECONDS },
          ],
        },
      };
    });
  },
  picture: ({ stretchId }) => ({ of: 'stretch', id: stretchId }),
  demands: ({ stretchId }) => stretchDemands(findStretch(stretchId)),
  judge: (item) => {
    const entry = findStretch(item.stretchId);
    if (!entry) return [unknownEntry('stretch', item.stretchId)];
    const findings: OwnFinding[] = [...wrongSides(entry, item.sides)];
    if (entry.push === null) {
      findings.push({
        rule: 'stretch for contract–relax',
        verdict: 'refuse',
        reason: `${entry.name} is not done by pushing and letting go; prescribe it as a stretch.`,
        inputs: { stretch: entry.id },
      });
    }
    if (item.rounds < USUAL.from || item.rounds > USUAL.to) {
      findings.push({
        rule: 'usual rounds',
        verdict: 'caution',
        reason: `Contract–relax usually takes ${USUAL.from} to ${USUAL.to} rounds; this asks for ${item.rounds}.`,
        inputs: { rounds: item.rounds, ...USUAL },
      });
    }
    return findings;
  },
};
