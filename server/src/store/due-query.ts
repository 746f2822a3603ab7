import type { DueDate } from '@rugged/contract';
import { dueAfter, type MeterUnit } from '@rugged/core';
import type { ShopScope } from './scope';

interface Row {
  engineId: string;
  engine: string;
  machine: string;
  owner: string;
  meterUnit: MeterUnit | null;
  everyUse: number | null;
  everyMonths: number | null;
  visits: { at: string; use: number | null }[];
}

/** Every engine of this shop for which a date was settled and that was here, the soonest first. */
export async function dueDates(scope: ShopScope): Promise<DueDate[]> {
  const rows = await scope.select<Row>(`
    SELECT e.id AS "engineId", e.name AS engine, m.name AS machine, o.name AS owner, e.meter_unit AS "meterUnit",
      e.due_every_use AS "everyUse", e.due_every_months AS "everyMonths",
      (SELECT coalesce(json_agg(json_build_object(
         'at', j.opened_at, 'use', j.meter + coalesce(j.used_before, 0))), '[]')
       FROM jobs j WHERE (j.shop_id, j.engine_id) = (e.shop_id, e.id)) AS visits
    FROM engines e JOIN machines m ON (m.shop_id, m.id) = (e.shop_id, e.machine_id)
      JOIN owners o ON (o.shop_id, o.id) = (m.shop_id, m.owner_id)
    WHERE e.shop_id = $1 AND (e.due_every_use IS NOT NULL OR e.due_every_months IS NOT NULL)
    ORDER BY e.name, e.id`);
  const dates = rows.flatMap(({ everyUse, everyMonths, visits, meterUnit, ...names }): DueDate[] => {
    const every = { ...(everyUse === null ? {} : { everyUse }), ...(everyMonths === null ? {} : { everyMonths }) };
    const due = dueAfter(
      every,
      visits.map(({ at, use }) => ({ at: Date.parse(at), ...(use === null ? {} : { use }) })),
    );
    if (!due) return [];
    return [
      {
        ...names,
        by: due.by,
        ...(meterUnit === null ? {} : { meterUnit }),
        ...(due.on === undefined ? {} : { on: new Date(due.on).toISOString().slice(0, 10) }),
        ...(due.atUse === undefined ? {} : { atUse: due.atUse }),
      },
    ];
  });
  return dates.sort((a, b) => (a.on ?? LAST).localeCompare(b.on ?? LAST));
}

/** Without a day: after all that have one. */
const LAST = '9999';
