import type { Role } from '@rugged/contract/people';
import { QueryTypes, type Sequelize } from 'sequelize';
import { askingAs } from './asking';
import type { Who } from './who';

/** A person who is shown out goes on for no longer than this, ms. */
const TRUSTED_MS = 3000;
const MOST_KEPT = 10_000;

/** What somebody who signed in once is in the shop, if they still are: told by the database, trusted for moments. */
export class Standing {
  private readonly known = new Map<string, { until: number; role: Promise<Role | undefined> }>();

  constructor(private readonly sequelize: Sequelize) {}

  /**
   * @returns nothing for somebody who left
   * @throws what the database throws
   */
  of(who: Who, now = Date.now()): Promise<Role | undefined> {
    const key = `${who.shopId} ${who.personId}`;
    const kept = this.known.get(key);
    if (kept && kept.until > now) return kept.role;
    if (this.known.size >= MOST_KEPT) this.known.clear();
    const role = askingAs(who, () => this.ask(who));
    this.known.set(key, { until: now + TRUSTED_MS, role });
    role.catch(() => this.known.delete(key));
    return role;
  }

  /** What was known is asked anew here at once; at other servers within moments. */
  forget(): void {
    this.known.clear();
  }

  private async ask({ personId, shopId }: Who): Promise<Role | undefined> {
    const [found] = await this.sequelize.query<{ role: Role }>(
      'SELECT role FROM people WHERE id = $1 AND shop_id = $2 AND left_at IS NULL',
      { bind: [personId, shopId], type: QueryTypes.SELECT },
    );
    return found?.role;
  }
}

/** Which of these sessions are still there: a stream that began under one ends with it. */
export async function sessionsStanding(sequelize: Sequelize, sids: readonly string[]): Promise<ReadonlySet<string>> {
  const found = await sequelize.query<{ sid: string }>(
    'SELECT sid FROM session WHERE sid = ANY($1) AND expire > now()',
    { bind: [[...sids]], type: QueryTypes.SELECT },
  );
  return new Set(found.map(({ sid }) => sid));
}
