import { citation, ownEstimate } from '#core/knowledge';

export const AAOS = citation('AAOS 1965, Joint Motion; AMA Guides');
export const ANKLE = citation(
  'ankle, unloaded: CDC means 12.7–13.8° (Soucie et al. 2011, Haemophilia 17:500), AAOS 1965 20°; standing with load it goes further',
);
export const CDC_TO_AMA = citation(
  'from the CDC means (Soucie et al. 2011, Haemophilia 17:500) to the AMA Guides',
);
export const DC_TMD = citation('DC/TMD: Schiffman et al. 2014');
export const HEAD_FORWARD = citation(
  'craniovertebral angle under about 48–50° is usually called head-forward',
);
export const GONIOMETRY = citation(
  'goniometry in one tester’s hands: SEM about 2–4°, MDC about 5–10°; 3° is taken',
);
export const JAW_ERROR = citation('jaw opening: MDC about 5 mm');
export const WALL_ERROR = citation('knee to wall: MDC about 1.5 cm');
export const RATING_ERROR = citation('Farrar et al. 2001, Pain 94:149: 2 points on a 0–10 rating');
export const TAPE_ERROR = ownEstimate('1 cm by tape or hand, no published source at hand');
export const FINGER_ERROR = ownEstimate('4 mm when counted in finger widths');
