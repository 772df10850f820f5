/** How an invented client fares over the weeks. Invented for demo data; describes nobody. */
export interface Course {
  label: string;
  /** Tenderness at the start, grade. */
  startGrade: number;
  /** Change of tenderness a session, grades; negative is better. */
  perSession: number;
  /** Day-to-day wavering, grades (deviation). */
  waver: number;
  /** Seconds in which a held point loses about two thirds of its rating. */
  fadeSeconds: number;
  /** Grades added by pressing harder than asked. */
  overPress: number;
  /** Share of the asked sessions that are done. */
  adherence: number;
  /** Share of sessions broken off. */
  stopShare: number;
  /** Weeks after which the client goes quiet; null for never. */
  quietAfterWeeks: number | null;
  words: readonly string[];
}

export type CourseId = 'steady' | 'improving' | 'stuck' | 'over-pressing' | 'quiet';

export const COURSES: Record<CourseId, Course> = {
  steady: {
    label: 'steady',
    startGrade: 5.2,
    perSession: -0.045,
    waver: 0.7,
    fadeSeconds: 60,
    overPress: 0,
    adherence: 0.86,
    stopShare: 0.03,
    quietAfterWeeks: null,
    words: ['fine', 'a bit stiff after get-in', 'easier than yesterday', 'tired today', ''],
  },
  improving: {
    label: 'improving',
    startGrade: 6.4,
    perSession: -0.12,
    waver: 0.6,
    fadeSeconds: 42,
    overPress: 0,
    adherence: 0.92,
    stopShare: 0.01,
    quietAfterWeeks: null,
    words: ['lighter', 'turned my head without thinking', 'good', 'slept well', ''],
  },
  stuck: {
    label: 'stuck',
    startGrade: 5.8,
    perSession: 0.002,
    waver: 0.7,
    fadeSeconds: 140,
    overPress: 0,
    adherence: 0.74,
    stopShare: 0.06,
    quietAfterWeeks: null,
    words: ['same as ever', 'comes back by the evening', 'no difference', ''],
  },
  'over-pressing': {
    label: 'over-pressing',
    startGrade: 6.6,
    perSession: 0.01,
    waver: 0.8,
    fadeSeconds: 110,
    overPress: 1.6,
    adherence: 0.95,
    stopShare: 0.1,
    quietAfterWeeks: null,
    words: ['really got in there', 'sore but it must help', 'bruised a bit', ''],
  },
  quiet: {
    label: 'quiet',
    startGrade: 5.6,
    perSession: -0.04,
    waver: 0.7,
    fadeSeconds: 70,
    overPress: 0,
    adherence: 0.8,
    stopShare: 0.05,
    quietAfterWeeks: 5,
    words: ['ok', 'short on time', 'on tour', ''],
  },
};
