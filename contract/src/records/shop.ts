import {
  checkHouseRules,
  defaultHouseRules,
  type HouseRules,
  type PressureUnit,
  PRESSURE_UNITS,
  type Site,
} from '@rugged/core';
import Joi from 'joi';
import { houseRulesSchema } from '../jobfile/book';
import { siteSchema } from '../jobfile/fields';
import { name, version } from './record';
import { bySense } from './sense';
import type { TesterRecord } from './tester';

export interface Shop {
  id: string;
  name: string;
  unit: PressureUnit;
  /** For new jobs; each job keeps its own. */
  site: Site;
  houseRules: Partial<HouseRules>;
  version: number;
}

export type ShopChange = Partial<Omit<Shop, 'id' | 'version'>> & { version: number };

export const shopChangeSchema = Joi.object<ShopChange>({
  version: version().required(),
  name: name(),
  unit: Joi.string().valid(...PRESSURE_UNITS),
  site: siteSchema,
  houseRules: houseRulesSchema.custom(
    bySense<Partial<HouseRules>>((rules) =>
      checkHouseRules({ ...defaultHouseRules({ family: 'motorcycle', cycle: 'four-stroke' }), ...rules }),
    ),
  ),
}).min(2);

export interface Person {
  id: string;
  name: string;
  email: string;
}

export interface SignIn {
  email: string;
  password: string;
}
export const signInSchema = Joi.object<SignIn>({
  email: Joi.string().min(1).max(200).required(),
  password: Joi.string().min(1).max(200).required(),
});

/** Who is signed in, and where. */
export interface Session {
  person: Person;
  shop: Shop;
  testers: TesterRecord[];
}
