import { z } from 'zod';
import { LEGEND_SHAPES, type LegendShape } from '../wiring/legend';
import { CATEGORIES, JACKETS, SHIELDS } from '../wiring/parts';
import { figureProblem, type Figure } from '../wiring/figures';
import { CONTACTS } from '../wiring/conductors';
import { CONNECTOR_FAMILIES } from '../wiring/connector';

const figure = (name: Figure) =>
  z.number().superRefine((value, ctx) => {
    const message = figureProblem(name, value);
    if (message) ctx.addIssue({ code: 'custom', message });
  });

/** A cable's figures, with the ranges in which they can be meant. */
export const cableSpecSchema = z.strictObject({
  category: z.enum(CATEGORIES),
  conductor: z.enum(['solid', 'stranded']),
  gauge: figure('gauge'),
  jacketMm: figure('jacket'),
  conductorMm: figure('conductor'),
  shield: z.enum(SHIELDS),
  spline: z.boolean(),
  jacket: z.enum(JACKETS),
  innerJacketMm: figure('jacket').optional(),
});

/** A connector's figures. */
export const connectorSpecSchema = z.strictObject({
  family: z.enum(CONNECTOR_FAMILIES),
  category: z.enum(CATEGORIES),
  takes: z.enum(['solid', 'stranded', 'both']),
  gauges: z.tuple([figure('gauge'), figure('gauge')]).readonly(),
  jacketMaxMm: figure('jacket'),
  conductorMaxMm: figure('conductor'),
  shielded: z.boolean(),
});

/** A jack's printed legend: the contact each slot leads to, every one once. */
export const legendSchema = z.strictObject({
  id: z.string().min(1).max(80),
  name: z.string().min(1).max(120),
  shape: z.enum(Object.keys(LEGEND_SHAPES) as [LegendShape, ...LegendShape[]]),
  contacts: z
    .array(z.enum(CONTACTS))
    .length(8)
    .refine((list) => new Set(list).size === 8, 'Every contact has to stand in a legend once.')
    .readonly(),
});
