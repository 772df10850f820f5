import type { Keepers, RunKeepers } from '~/keeping/server/keep.server';
import { keepComplaint, keepStanding } from './complaints.server';
import { keepCourse } from './course.server';
import { keepBrings, keepClientFile, keepDetails } from './file.server';
import { keepMessage } from './messages.server';
import { keepNote } from './notes.server';
import { keepDraft, keepIssue } from './plan.server';
import { keepPoint } from './points.server';
import { keepHomeAsking, keepHomeMeasure, keepReading } from './readings.server';
import { keepResponse } from './responses.server';
import { keepAnswer, keepClearance, keepInterview } from './screening.server';
import { keepSeenTo } from './seenTo.server';
import { sessionKeeper } from './sessions.server';
import { keepTemplate } from './templates.server';

/** What each kind of kept thing does with a letter. */
export const KEEPERS: { each: Keepers; run: RunKeepers } = {
  each: {
    point: keepPoint,
    reading: keepReading,
    'home measure': keepHomeMeasure,
    'home asking': keepHomeAsking,
    note: keepNote,
    draft: keepDraft,
    issue: keepIssue,
    answer: keepAnswer,
    interview: keepInterview,
    clearance: keepClearance,
    'client file': keepClientFile,
    details: keepDetails,
    brings: keepBrings,
    complaint: keepComplaint,
    standing: keepStanding,
    template: keepTemplate,
    response: keepResponse,
    message: keepMessage,
    'seen to': keepSeenTo,
    course: keepCourse,
  },
  run: { 'session event': sessionKeeper },
};
