import { complaintSchema, standingSchema } from '#core/complaint';
import { z } from 'zod';
import { idSchema } from '../fields';

/** A complaint in the client's words, or null when it is taken back. */
export const complaintBodySchema = z.object({ complaint: complaintSchema.nullable() });

/** How a complaint stood in the last seven days. */
export const standingBodySchema = z.object({ complaintId: idSchema, standing: standingSchema });
