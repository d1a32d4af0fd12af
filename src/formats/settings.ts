import { fuelIds } from '@/core/fuel/fuels';
import * as z from 'zod';
import { defaultBounds, petrolFuels, usualDefaults } from '@/core/job/job-defaults';

const within = ({ min, max }: { min: number; max: number }) => z.number().min(min).max(max);
const line = (most: number) => z.string().trim().max(most, `At most ${most} characters.`);

/** What the shop has set for itself: its name for prints, and what a new job starts from. */
export const settingsSchema = z.strictObject({
  shopName: line(80),
  address: line(300),
  defaults: z.strictObject({
    petrol: z.enum(fuelIds).refine((id) => petrolFuels.includes(id), 'A petrol.'),
    currency: z.string().regex(/^[A-Z]{3}$/, 'Three capital letters, as EUR.'),
    lossModel: z.enum(['share', 'fixed-and-share']),
    drivetrainLoss: within(defaultBounds.drivetrainLoss),
    fixedLoss: within(defaultBounds.fixedLoss),
    coolerEffectiveness: within(defaultBounds.coolerEffectiveness),
    filterLoss: within(defaultBounds.filterLoss),
    coolerLoss: within(defaultBounds.coolerLoss),
    throttleLoss: within(defaultBounds.throttleLoss),
    surgeMargin: within(defaultBounds.surgeMargin),
    chokeMargin: within(defaultBounds.chokeMargin),
  }),
});

export type Settings = z.infer<typeof settingsSchema>;

/** Before anything was set. */
export const noSettings: Settings = { shopName: '', address: '', defaults: usualDefaults };
