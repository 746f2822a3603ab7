import {
  checkCurrency,
  checkHouseRules,
  defaultHouseRules,
  FAMILIES,
  type Family,
  type HouseRules,
  type PressureUnit,
  PRESSURE_UNITS,
  REPAIRS,
  type Site,
} from '@rugged/core';
import type { PriceList } from '@rugged/core/decide';
import Joi from 'joi';
import { currencyCode, hourlyRate, repairFigures, taxPercent } from '../jobfile/decision';
import { houseRulesSchema } from '../jobfile/book';
import { siteSchema } from '../jobfile/fields';
import { LEVEL_ROLES, type Role, type SignsAlone } from '../people/rights';
import { email, link, password } from './people';
import { PRACTICE_LEVELS } from './practice';
import { name, version } from './record';
import { bySense } from './sense';
import type { TesterRecord } from './tester';

export interface Shop {
  id: string;
  name: string;
  /** How a customer reaches it: telephone, address. */
  reach?: string;
  unit: PressureUnit;
  /** For new jobs; each job keeps its own. */
  site: Site;
  houseRules: Partial<HouseRules>;
  /** What it asks for its jobs, and what they came to. */
  prices?: PriceList;
  /** What comes in here: it stands first where a kind of engine is chosen. */
  families?: Family[];
  /** From which practice level on nobody signs beside somebody of a role. */
  signsAlone?: SignsAlone;
  version: number;
}

/** Without a `reach` none is said any more. */
export type ShopChange = Partial<Omit<Shop, 'id' | 'version' | 'reach'>> & { reach?: string | null; version: number };

export const priceListSchema = Joi.object<PriceList>({
  currency: currencyCode().custom(bySense<string>((code) => checkCurrency('', code))),
  labourRatePerHour: hourlyRate(),
  taxPercent: taxPercent(),
  repairs: Joi.object().pattern(
    Joi.valid(...FAMILIES),
    Joi.object().pattern(Joi.valid(...REPAIRS), Joi.object(repairFigures())),
  ),
  // Sent back as it came; counted anew, never kept.
  done: Joi.object().unknown(),
});

export const shopChangeSchema = Joi.object<ShopChange>({
  version: version().required(),
  name: name(),
  reach: Joi.string().trim().min(1).max(200).allow(null),
  unit: Joi.string().valid(...PRESSURE_UNITS),
  site: siteSchema,
  prices: priceListSchema,
  families: Joi.array()
    .items(Joi.string().valid(...FAMILIES))
    .unique()
    .max(FAMILIES.length),
  signsAlone: Joi.object<SignsAlone>(
    Object.fromEntries(LEVEL_ROLES.map((role) => [role, Joi.number().integer().min(1).max(PRACTICE_LEVELS)])),
  ),
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
  role: Role;
}

export interface SignIn {
  email: string;
  password: string;
}
export const signInSchema = Joi.object<SignIn>({
  email: Joi.string().min(1).max(200).required(),
  password: Joi.string().min(1).max(200).required(),
});

/** The first shop of a database with its owner, by a link that works once. */
export interface NewShop {
  link: string;
  shop: string;
  unit: PressureUnit;
  name: string;
  email: string;
  password: string;
}
export const newShopSchema = Joi.object<NewShop>({
  link: link().required(),
  shop: name().required(),
  unit: Joi.string()
    .valid(...PRESSURE_UNITS)
    .required(),
  name: name().required(),
  email: email().required(),
  password: password().required(),
});

/** Somebody's own password. */
export interface PasswordChange {
  current: string;
  next: string;
}
export const passwordChangeSchema = Joi.object<PasswordChange>({
  current: Joi.string().min(1).max(200).required(),
  next: password().required(),
});

/** Who is signed in, and where. */
export interface Session {
  person: Person;
  shop: Shop;
  testers: TesterRecord[];
  /** All the shops of this person, where there are several. */
  shops?: { id: string; name: string }[];
  /** Somebody else signs beside them here. */
  watched?: true;
  /** When the whole database was kept last as a file that was restored once. */
  lastBackupAt?: string;
}
