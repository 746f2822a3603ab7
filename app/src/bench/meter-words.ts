import { LOCALE } from '@/ui/format';
import type { MeterUnit } from '@rugged/core';

export const METER_WORD: Readonly<Record<MeterUnit, string>> = { h: 'Hours', km: 'Kilometres', mi: 'Miles' };
const SIGN: Readonly<Record<MeterUnit, string>> = { h: 'h', km: 'km', mi: 'mi' };

/** `640 h`, `41,200 km`; the bare figure where nobody said what the meter counts. */
export const meterInWords = (use: number, unit: MeterUnit | undefined): string =>
  `${use.toLocaleString(LOCALE)}${unit === undefined ? '' : ` ${SIGN[unit]}`}`;
