import { checkHouseRules, defaultHouseRules, type HouseRules, type PressureUnit, PRESSURE_UNITS, type Site, type Tester } from '@rugged/core';
import Joi from 'joi';
import { houseRulesSchema, siteSchema, testerSchema } from '../jobfile/schema';
import { name, version } from './record';
import { bySense } from './sense';

export interface Shop {
  id: string;
  name: string;
  unit: PressureUnit;
  /** For new jobs; each job keeps its own. */
  site: Site;
  houseRules: Partial<HouseRules>;
  /** The compression tester on the cart. */
  tester: Tester;
  version: number;
}

export type ShopChange = Partial<Omit<Shop, 'id' | 'version'>> & { version: number };

export const shopChangeSchema = Joi.object<ShopChange>({
  version: version().required(),
  name: name(),
  unit: Joi.string().valid(...PRESSURE_UNITS),
  site: siteSchema,
  houseRules: houseRulesSchema.custom(bySense<Partial<HouseRules>>((rules) =>
    checkHouseRules({ ...defaultHouseRules({ family: 'motorcycle', cycle: 'four-stroke' }), ...rules }))),
  tester: testerSchema,
}).min(2);

export interface Person { id: string; name: string; email: string }

export interface SignIn { email: string; password: string }
export const signInSchema = Joi.object<SignIn>({
  email: Joi.string().min(1).max(200).required(),
  password: Joi.string().min(1).max(200).required(),
});

/** Who is signed in, and where. */
export interface Session { person: Person; shop: Shop }
