import { z } from 'zod';
import { COMMON_PRACTICE, type Source } from '#core/knowledge';

/** Shape of a tool entry. `widthMillimetres` is the diameter of what meets the skin. */
export const toolSchema = z.object({
  id: z.string().regex(/^[a-z-]+$/),
  name: z.string().min(3),
  form: z.enum(['ball', 'roller', 'knob', 'hand']),
  widthMillimetres: z.number().positive().nullable(),
  hardness: z.enum(['soft', 'medium', 'firm', 'hard']),
  goodFor: z.string().min(5),
  notFor: z.string().min(5),
  /** Pressing with the hands tires them; their seconds are counted apart. */
  tiresHands: z.boolean(),
});

export interface Tool extends z.infer<typeof toolSchema> {
  source: Source;
}

const tool = (entry: z.infer<typeof toolSchema>): Tool => ({ ...entry, source: COMMON_PRACTICE });

/** The starter set of tools, gentlest first. */
export const TOOLS: readonly Tool[] = [
  tool({
    id: 'fingers',
    name: 'Fingers and knuckles',
    form: 'hand',
    widthMillimetres: null,
    hardness: 'firm',
    goodFor: 'Everywhere a hand reaches; the finest feeling for the spot.',
    notFor: 'Long sessions: hands tire.',
    tiresHands: true,
  }),
  tool({
    id: 'tennis-ball',
    name: 'Tennis ball',
    form: 'ball',
    widthMillimetres: 65,
    hardness: 'soft',
    goodFor: 'A safe start for back, buttock and foot, at a wall or on the floor.',
    notFor: 'Very deep small muscles.',
    tiresHands: false,
  }),
  tool({
    id: 'sock-ball',
    name: 'Tennis ball in a long sock',
    form: 'ball',
    widthMillimetres: 65,
    hardness: 'soft',
    goodFor: 'Hangs over the shoulder and stays put on a wall.',
    notFor: 'Floor work: the sock bunches up.',
    tiresHands: false,
  }),
  tool({
    id: 'foam-roller',
    name: 'Foam roller',
    form: 'roller',
    widthMillimetres: 150,
    hardness: 'medium',
    goodFor: 'Long muscles and sweeps.',
    notFor: 'The neck, and arching over the low back.',
    tiresHands: false,
  }),
  tool({
    id: 'firm-ball',
    name: 'Firm massage ball',
    form: 'ball',
    widthMillimetres: 63,
    hardness: 'hard',
    goodFor: 'One exact point; the sole.',
    notFor: 'First-timers who press hard.',
    tiresHands: false,
  }),
  tool({
    id: 'hook-cane',
    name: 'Hook cane',
    form: 'knob',
    widthMillimetres: 25,
    hardness: 'hard',
    goodFor: 'Shoulder ridge, skull base and between the blades without tiring the hands.',
    notFor: 'Bone, and the front of the neck.',
    tiresHands: false,
  }),
];

const BY_ID = new Map(TOOLS.map((entry) => [entry.id, entry]));

/** The tool with this id, or undefined. */
export const findTool = (id: string): Tool | undefined => BY_ID.get(id);
