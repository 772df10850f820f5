import { COMMON_PRACTICE, type Source } from '#core/knowledge';

export { PUBLISHED } from './published';

/** A part of the trade as it is taught, a statement a line. */
export interface Lesson {
  id: string;
  title: string;
  lines: readonly string[];
  source: Source;
}

const lesson = (id: string, title: string, ...lines: string[]): Lesson => ({
  id,
  title,
  lines,
  source: COMMON_PRACTICE,
});

/** What therapists teach about all sites alike. Common practice, no published source. */
export const LESSONS: readonly Lesson[] = [
  lesson(
    'finding',
    'Finding the point',
    'The muscle must be slack: neither stretched nor tensed, the limb supported. Press around: the point is firmer than its surroundings, tender, and may send sensation along the limb.',
    'Of several points one is usually the worst: find and rank, work the worst first.',
    'Points lie close together: the next may be a few millimetres away, along or across. Moving the body a hand’s breadth forwards off a wall drops the ball by about 5 cm to the next.',
    'Precision beats force: on the right spot little pressure is enough.',
    'If it does not settle, back off, wait a few seconds, try again. If there is no tender point there is nothing to hold: move on.',
    'At the side of the neck: more tender on a deep breath in means the right muscle.',
    'Sensation that travels only while pressing, and stops when the pressure is taken off, is ordinary referral. If it goes on after release, stop and report.',
  ),
  lesson(
    'choosing',
    'Choosing the tool and what it lies against',
    'Smaller radius or harder tool means more pressure at the same load.',
    'To sharpen a roller for pin-and-glide reduce its diameter, never its length: it must stay long and flat so that the tight spot cannot slip round it. A ball lets it slip and will not do.',
    'The surface counts too: a hard ball wants something that gives, a squashy ball can go on a hard floor. A wall is the easiest to grade; the floor gives the most load and is the easiest to relax on; a roller is taller, so arms and legs must hold the body up.',
    'Choose the gentlest that reaches; move up one step when it no longer finds anything.',
    'Lotion or plain cream is optional: less friction for strokes, none needed for holds.',
    'For travel one ball and a wall must be enough.',
  ),
  lesson(
    'grading',
    'Grading the load',
    'Lean, do not push: pushing tenses the very muscle that should let go. Let body weight sink in.',
    'At a wall: feet further from it for more; hips on or off; a mini-squat to roll; turn a little towards the ball.',
    'On the floor: take weight off with a hand, an elbow, the other foot; add it by crossing the ankle over the other knee, tipping the knees over the ball, hugging the knee.',
    'Held in the hand: the arms’ own weight is enough at the neck.',
    'Slow in, slow out, like a press, never a jab. Two contacts steady a partner.',
    'Aim at a welcome, bearable ache while breathing easily. Sharp, electric, breath-holding or grimacing is too much.',
  ),
  lesson(
    'disputes',
    'Where therapists disagree, and what Entspann does',
    'How hard? One school says 3–4 of 10, as more makes the muscle guard; another up to 7; nobody accepts above 7, and 10 is agreed to be wrong. Start at 3–4; ceilings 7, 5, 4 and 3 by how much a site bears; a therapist may lower them, never raise them above 7.',
    'How long? 7–10 s, 15–20 s, 30 s, 30–90 s, until gone (3 minutes at most). The method decides; all are offered; a site’s cap always wins.',
    'Fixed time or until it fades? Both: with a fixed time the rating is still asked at the end, with fading there is always a least and a most.',
    'Long or often? Both are shown: contact a week and number of sessions.',
    'Sore side or both? All say both sides, as leftover points on the other side wake the treated ones; some add more on the affected side. Both by default, with an extra share.',
    'Roll or hold? Sweeps warm up, holds treat.',
    'Loosening alone? Several warn that release without strengthening or better movement does not last. Write what comes then, prescribed elsewhere, into the word to the client. Loading a muscle hard within minutes of releasing it is said to bring the points back.',
    'Stretch before or after? After; when the front of the thigh is stretched, hamstrings first, since they may cramp as the knee bends.',
  ),
  lesson(
    'building',
    'Building a routine',
    'Warm first: shower, bath, moist heat, light movement or hand strokes. Not in the first two hours after getting up; best after a bath, after training or in the evening. Neck and jaw: any quiet moment.',
    'In this order: warm-up, sweep, static holds, pin-and-glide or press-and-move, stretch (30–60 s, or contract–relax), re-test, after-care. Static always before pin-and-glide. The attachment at the blade before the neck end. Group by posture, so that people get down and up once.',
    'Dose a day: about 10 minutes is the usual ask, some take 5; neck work 1 minute to start, 2 at most an area; a couple of minutes a back area; up to 5 on the sole.',
    'How often: daily for most; several micro-sets a day for habit-breaking moves (4–5 repetitions, 4–5 times a day); every few days for kneading the neck; once or twice a day inside the jaw. Stretches at least 3 times a day, 30 s or more.',
    'Regularity beats length: tie it to something people do anyway, such as lunch, teeth, a film, bed. Reminders help.',
    'Rest the hands: change hands, use an elbow or a tool.',
  ),
  lesson(
    'after',
    'Getting out, and after',
    'From lying, roll to the side, come to all fours, then up. Off a ball slowly. After the neck pause, breathe, sit a moment.',
    'A little soreness is fine. Tender afterwards: a cold pack, about 15 minutes after thigh work.',
  ),
];
