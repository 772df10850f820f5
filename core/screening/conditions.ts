import { limbSites, type Region } from '#core/anatomy';
import { askFirst, condition, emergency, EVERYTHING, redFlag, type Condition } from './condition';

const BACK: readonly Region[] = ['low back, hip and buttock'];
const FRONT_AND_SIDE_NECK = [
  'front-side-neck',
  'collarbone-points',
  'scalene-front',
  'scalene-middle',
  'scalene-back',
];
const BELLY = ['psoas', 'inside-hip-bone', 'rib-edge'];
const HARD = ['firm', 'hard'] as const;
const NOT_SOFT = ['medium', 'firm', 'hard'] as const;
/** Pads of flesh: as soft as a soft ball, and they feel what they do. */
const SOFT_HANDS = ['fingers', 'thumb', 'heel-of-hand'];
/** The screening questions. Common practice, no published source. */
export const CONDITIONS = {
  saddle: emergency(
    'Numb saddle area, or new loss of bladder or bowel control',
    'Numb between the legs, or new trouble holding or passing water or stool?',
  ),
  'chest-pain': emergency(
    'Chest pain, pressure or breathlessness',
    'Pain or pressure in the chest, or short of breath?',
  ),
  'worst-headache': emergency('Sudden worst-ever headache', 'A sudden headache, the worst ever?'),
  'sudden-dizziness': emergency(
    'Sudden dizziness with double vision, slurred speech, swallowing trouble, drop attack, facial numbness, unsteady walking or jerking eyes',
    'Sudden dizziness with double vision, slurred speech, trouble swallowing, a fall without warning, a numb face, unsteady walking or jerking eyes?',
  ),
  'hot-calf': redFlag('Hot swollen painful calf', 'A calf that is hot, swollen and painful?'),
  'growing-weakness': redFlag('Progressive weakness in a limb', 'An arm or leg that grows weaker?'),
  'serious-fall': redFlag(
    'Pain after a serious fall or crash',
    'Pain since a bad fall or a crash?',
  ),
  'fever-spine': redFlag('Fever with spinal pain', 'Fever together with pain in the spine?'),
  'night-pain': redFlag(
    'Constant night pain that no position eases',
    'Constant pain at night that no position eases?',
  ),
  'weight-loss': redFlag('Unexplained weight loss', 'Losing weight without wanting to?'),
  'cancer-bone': redFlag(
    'History of cancer with new bone pain',
    'New bone pain after having had cancer?',
  ),

  'new-headache': redFlag(
    'Headache that needs to be seen: new after fifty, after a blow, changing, or with a tender temple and a jaw that tires',
    'A headache that began after fifty, came after a blow to the head, keeps changing, or goes with a tender temple and a jaw that tires when chewing?',
  ),

  'arm-symptoms': condition(
    'symptom',
    'Tingling, numbness or weakness into an arm or hand',
    'Tingling, numbness or weakness in an arm or a hand?',
    ['side'],
    {
      level: 'refer',
      scope: { regions: ['neck', 'shoulder and upper back', 'arm'] },
      clearable: true,
      client: 'Nothing on neck, shoulder or arm until it has been looked at in person.',
      therapist:
        'Tingling, numbness or weakness into an arm or hand: examine before neck, shoulder or arm work.',
    },
  ),
  'joint-trouble': condition(
    'symptom',
    'A joint that gives way, locks or swells',
    'A knee or another joint that gives way, locks or swells?',
    ['regions', 'side'],
    {
      level: 'refer',
      scope: EVERYTHING,
      narrowedBy: ['regions', 'side'],
      clearable: true,
      client: 'Nothing around that joint until it has been looked at in person.',
      therapist: 'A joint that gives way, locks or swells: examine it before work around it.',
    },
  ),
  falls: condition(
    'symptom',
    'Falls',
    'Have you fallen in the last months?',
    [],
    {
      level: 'refer',
      scope: { regions: ['thigh and leg'] },
      clearable: true,
      client: 'Nothing on the legs until somebody has looked at why you fell.',
      therapist: 'Falls: examine before thigh and leg work.',
    },
    {
      level: 'limit',
      scope: { atWall: true },
      client: 'Stand wide, with a hand on something stable.',
      therapist: 'Falls: wall work with a wide stance and a hand on something stable.',
    },
  ),
  'leg-symptoms': condition(
    'symptom',
    'Shooting pain into the leg, numbness or tingling',
    'Shooting pain into a leg, numbness or tingling?',
    ['side'],
    {
      level: 'refer',
      scope: { regions: BACK },
      clearable: true,
      client: 'Nothing on buttock, hip or low back until it has been looked at in person.',
      therapist:
        'Shooting pain, numbness or tingling into the leg: assess in person before buttock, hip or low-back work.',
    },
  ),
  'lasting-referral': condition(
    'symptom',
    'What pressing sends goes on after release',
    'Does a feeling that travels while you press go on after you let go?',
    ['sites', 'side'],
    {
      level: 'refer',
      scope: EVERYTHING,
      narrowedBy: ['sites', 'side'],
      clearable: true,
      client:
        'Stop pressing there and tell your therapist. A feeling that stops when you let go is ordinary; one that goes on is not.',
      therapist:
        'Sensation goes on after release: not ordinary referral. Look at it before anything more there.',
    },
  ),

  'blood-thinners': condition(
    'condition',
    'Blood thinners, bleeding disorder, bruises easily',
    'Do you take blood thinners, have a bleeding disorder, or bruise easily?',
    [],
    askFirst('Blood thinners, bleeding disorder or easy bruising'),
    {
      level: 'off',
      scope: { hardness: NOT_SOFT, exceptToolIds: SOFT_HANDS },
      client: 'Soft tools only.',
      therapist: 'Bleeds or bruises easily: soft tools only; no roller, knuckle, fist or elbow.',
    },
    {
      level: 'limit',
      scope: EVERYTHING,
      ceilingGrade: 3,
      timeShare: 0.5,
      client: 'Never above 3 of 10, and short.',
      therapist: 'Bleeds or bruises easily: ceiling 3, short holds.',
    },
  ),
  clot: condition(
    'condition',
    'Known or suspected clot, phlebitis',
    'A blood clot or an inflamed vein, known or suspected?',
    ['regions', 'side'],
    askFirst('Clot or phlebitis'),
    {
      level: 'off',
      scope: EVERYTHING,
      narrowedBy: ['limbs', 'side'],
      client: 'Nothing on that limb.',
      therapist: 'Clot or phlebitis: nothing on that limb.',
    },
  ),
  osteoporosis: condition(
    'condition',
    'Osteoporosis, long steroid use, rib fracture history',
    'Thin bones, steroids for a long time, or a rib that has been broken?',
    [],
    {
      level: 'off',
      scope: { nearBone: true, hardness: HARD, exceptToolIds: SOFT_HANDS },
      client: 'No hard tool on ribs, beside the spine or on the breastbone.',
      therapist: 'Fragile bone: no hard tool on ribs, spine edges, breastbone.',
    },
    {
      level: 'limit',
      scope: { nearBone: true },
      ceilingGrade: 3,
      client: 'There, never above 3 of 10.',
      therapist: 'Fragile bone: ceiling 3 on ribs, spine edges, breastbone.',
    },
  ),
  pregnancy: condition(
    'condition',
    'Pregnancy',
    'Are you pregnant?',
    [],
    askFirst('Pregnancy'),
    {
      level: 'off',
      scope: { siteIds: BELLY },
      client: 'Nothing on the belly.',
      therapist: 'Pregnancy: belly sites off (psoas, iliacus, diaphragm edge).',
    },
    {
      level: 'off',
      scope: { needs: ['lie face down'] },
      client: 'Not lying face down.',
      therapist: 'Pregnancy: not lying face down.',
    },
    {
      level: 'off',
      scope: { toolIds: ['pelvic-hook'] },
      client: 'No pelvic hook.',
      therapist: 'Pregnancy: no pelvic hook.',
    },
  ),
  skin: condition(
    'condition',
    'Open skin, infection, rash, burn, fresh scar',
    'Open or infected skin, a rash, a burn or a fresh scar somewhere?',
    ['sites', 'side'],
    {
      level: 'off',
      scope: EVERYTHING,
      narrowedBy: ['sites', 'side'],
      client: 'Not at that place until the skin has healed.',
      therapist: 'Skin: off at that place.',
    },
  ),
  varicose: condition(
    'condition',
    'Varicose veins',
    'Varicose veins: swollen, winding veins on a leg or an arm?',
    ['sites', 'side'],
    {
      level: 'off',
      scope: { siteIds: limbSites(['thigh and leg', 'arm']) },
      narrowedBy: ['sites', 'side'],
      client: 'Never on the veins: not at that place.',
      therapist: 'Varicose veins: off at that place; on all limbs while no place is named.',
    },
  ),
  aneurysm: condition(
    'condition',
    'Aneurysm',
    'A widened artery (aneurysm), known or suspected?',
    [],
    askFirst('Aneurysm'),
    {
      level: 'off',
      scope: { siteIds: BELLY },
      client: 'Nothing on the belly.',
      therapist: 'Aneurysm: belly sites off (psoas, iliacus, diaphragm edge).',
    },
  ),
  recent: condition(
    'condition',
    'Surgery, fracture or muscle tear in the last 12 weeks',
    'An operation, a break or a torn muscle in the last 12 weeks?',
    ['regions', 'side'],
    {
      level: 'off',
      scope: EVERYTHING,
      narrowedBy: ['regions', 'side'],
      clearable: true,
      client: 'Not in that region until it has been cleared.',
      therapist: 'Within 12 weeks of surgery, fracture or tear: off in that region until cleared.',
    },
  ),
  numb: condition(
    'condition',
    'Reduced feeling in the feet (diabetic or other neuropathy)',
    'Less feeling in the feet?',
    [],
    askFirst('Reduced feeling', { regions: ['foot'] }),
    {
      level: 'off',
      scope: { regions: ['foot'], hardness: HARD, exceptToolIds: SOFT_HANDS },
      client: 'No hard tool on the feet.',
      therapist: 'Reduced feeling: no hard tools on the feet.',
    },
    {
      level: 'off',
      scope: { siteIds: ['forefoot-wring', 'toe-ray-shear'] },
      client: 'No twisting of the feet.',
      therapist: 'Reduced feeling: no twisting of the feet.',
    },
  ),
  'numb-hands': condition(
    'condition',
    'Reduced feeling in hands or arms',
    'Less feeling in a hand or an arm?',
    [],
    askFirst('Reduced feeling in hands or arms', { regions: ['arm'] }),
    {
      level: 'off',
      scope: { regions: ['arm'], hardness: HARD, exceptToolIds: SOFT_HANDS },
      client: 'No hard tool on arm or hand.',
      therapist: 'Reduced feeling: no hard tools on forearm, arm and thumb.',
    },
    {
      level: 'limit',
      scope: { byOwnHand: true },
      ceilingGrade: 3,
      client:
        'A hand that feels less cannot tell how hard it presses: with it, never above 3 of 10.',
      therapist: 'Reduced feeling in the hand that presses: ceiling 3 with hand-held tools.',
    },
  ),
  diabetes: condition(
    'condition',
    'Diabetes without reduced feeling',
    'Diabetes, with ordinary feeling in the feet?',
    [],
    {
      level: 'limit',
      scope: { regions: ['foot'] },
      ceilingGrade: 4,
      client: 'On the feet never above 4 of 10; look at the skin afterwards.',
      therapist: 'Diabetes: feet limited, ceiling 4.',
    },
    {
      level: 'off',
      scope: { siteIds: ['forefoot-wring'] },
      client: 'No turning of the forefoot by hand.',
      therapist: 'Diabetes: no forefoot wring.',
    },
  ),
  'neck-unstable': condition(
    'condition',
    'Rheumatoid disease, neck instability, whiplash under 12 weeks',
    'Rheumatoid disease, an unstable neck, or whiplash in the last 12 weeks?',
    [],
    askFirst('Rheumatoid disease, neck instability or whiplash'),
    {
      level: 'off',
      scope: { regions: ['neck'] },
      clearable: true,
      client: 'Nothing on the neck.',
      therapist: 'Unstable or freshly injured neck: neck off.',
    },
  ),
  'dizzy-or-pressure': condition(
    'condition',
    'Dizziness, vertigo, fainting, carotid or high-blood-pressure disease not under control',
    'Dizziness, fainting, narrowed neck arteries, or blood pressure that is not under control?',
    [],
    askFirst('Dizziness, fainting, carotid disease or uncontrolled blood pressure'),
    {
      level: 'off',
      scope: { siteIds: FRONT_AND_SIDE_NECK },
      clearable: true,
      client: 'Nothing on the front or side of the neck.',
      therapist: 'Front and side of the neck off.',
    },
  ),
  implant: condition(
    'condition',
    'Pacemaker or implant under the collarbone',
    'A pacemaker or an implant under the collarbone?',
    ['side'],
    {
      level: 'off',
      scope: { siteIds: ['chest', 'chest-under', 'collarbone-points'] },
      narrowedBy: ['side'],
      client: 'Nothing on the chest of that side.',
      therapist: 'Pacemaker or implant: chest of that side off.',
    },
  ),
  'mobile-joints': condition(
    'condition',
    'Very mobile joints',
    'Joints that bend much further than other people’s?',
    [],
    {
      level: 'limit',
      scope: EVERYTHING,
      ceilingGrade: 4,
      client: 'Never above 4 of 10, and no stretch to the very end.',
      therapist: 'Very mobile joints: ceiling 4, no end-range stretches.',
    },
    {
      level: 'off',
      scope: { endRange: true },
      client: 'No stretch: your joints go far enough.',
      therapist: 'Very mobile joints: no end-range stretches.',
    },
  ),
  'widespread-pain': condition(
    'condition',
    'Widespread pain, strong flare-ups',
    'Pain in many places, or strong flare-ups after treatment?',
    [],
    {
      level: 'limit',
      scope: EVERYTHING,
      ceilingGrade: 3,
      timeShare: 0.5,
      mostSites: 3,
      client: 'Never above 3 of 10, half the time, few places.',
      therapist: 'Widespread pain: ceiling 3, half times, fewer sites.',
    },
  ),
  jaw: condition(
    'condition',
    'Jaw locked now, tooth infection, recent dental surgery',
    'A locked jaw, a tooth infection or recent dental surgery?',
    [],
    {
      level: 'off',
      scope: { siteIds: ['jaw-inside'] },
      client: 'Nothing inside the mouth.',
      therapist: 'Jaw inside-mouth work off.',
    },
  ),
  latex: condition('condition', 'Latex or rubber allergy', 'Allergic to latex or rubber?', [], {
    level: 'off',
    scope: { rubber: true },
    client: 'No rubber balls and no latex gloves.',
    therapist: 'Latex or rubber allergy: no rubber balls, no latex gloves.',
  }),

  'no-overhead': condition(
    'ability',
    'Neck that does not bear arms overhead, shoulder that does not reach or is weak',
    'Is it hard to hold an arm overhead for half a minute?',
    [],
    {
      level: 'off',
      scope: { needs: ['arm overhead'] },
      client: 'Nothing with the arm overhead.',
      therapist: 'No arm-overhead positions for 30 s.',
    },
  ),
  'no-bending': condition(
    'ability',
    'Back that does not tolerate bending',
    'Does your back mind bending forwards?',
    [],
    {
      level: 'off',
      scope: { needs: ['bend'] },
      client: 'No bending into a door frame; a hook cane instead.',
      therapist: 'No bent-over door-frame work; use a hook cane.',
    },
  ),
  'no-floor': condition(
    'ability',
    'Cannot get down to or up from the floor',
    'Is getting down to the floor, or up again, not possible?',
    [],
    {
      level: 'off',
      scope: { needs: ['get down and up'], surfaces: ['hard-floor', 'mat'] },
      client: 'Nothing on the floor.',
      therapist: 'No floor postures.',
    },
  ),
  balance: condition('ability', 'Poor balance', 'Are you unsteady on your feet?', [], {
    level: 'limit',
    scope: { atWall: true },
    client: 'Stand wide, with a hand on something stable.',
    therapist: 'Poor balance: wall work with a wide stance and a hand on something stable.',
  }),
  'tired-hands': condition(
    'ability',
    'Tired or arthritic hands',
    'Do your hands tire or ache easily?',
    [],
    {
      level: 'limit',
      scope: { tiring: 0.5 },
      timeShare: 0.5,
      client: 'Keep hand-pressing short; a tool spares the hands.',
      therapist: 'Tired or arthritic hands: keep hand-pressing short; prefer tools.',
    },
  ),
} as const satisfies Record<string, Condition>;

export type ConditionId = keyof typeof CONDITIONS;
export const CONDITION_IDS = Object.keys(CONDITIONS) as ConditionId[];
