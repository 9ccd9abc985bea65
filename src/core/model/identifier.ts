import { z } from 'zod';
import { patternProblem } from './identifiers';

/** A pattern identifiers are made by. */
export const identifierPatternSchema = z
  .string()
  .min(1)
  .max(120)
  .superRefine((pattern, ctx) => {
    const message = patternProblem(pattern);
    if (message) ctx.addIssue({ code: 'custom', message });
  });
