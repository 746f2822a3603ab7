import { isWatched, type Role, type SignsAlone } from '@rugged/contract/people';
import { QueryTypes, type Sequelize } from 'sequelize';
import { askingAs } from './asking';
import { practisedQuery } from './practised';
import type { Who } from './who';

/** What somebody is in the shop, and whether somebody else signs beside them. */
export interface Stands {
  role: Role;
  watched: boolean;
}

/** A person who is shown out goes on for no longer than this, ms. */
const TRUSTED_MS = 3000;
const MOST_KEPT = 10_000;

/** What somebody who signed in once is in the shop, if they still are: told by the database, trusted for moments. */
export class Standing {
  private readonly known = new Map<string, { until: number; stands: Promise<Stands | undefined> }>();

  constructor(private readonly sequelize: Sequelize) {}

  /**
   * @returns nothing for somebody who left
   * @throws what the database throws
   */
  of(who: Who, now = Date.now()): Promise<Stands | undefined> {
    const key = `${who.shopId} ${who.personId}`;
    const kept = this.known.get(key);
    if (kept && kept.until > now) return kept.stands;
    if (this.known.size >= MOST_KEPT) this.known.clear();
    const stands = askingAs(who, () => this.ask(who));
    this.known.set(key, { until: now + TRUSTED_MS, stands });
    stands.catch(() => this.known.delete(key));
    return stands;
  }

  /** What was known is asked anew here at once; at other servers within moments. */
  forget(): void {
    this.known.clear();
  }

  private async ask({ personId, shopId }: Who): Promise<Stands | undefined> {
    const [found] = await this.sequelize.query<{ role: Role; signsAlone: SignsAlone | null }>(
      `SELECT p.role, s.signs_alone AS "signsAlone" FROM people p JOIN shops s ON s.id = p.shop_id
       WHERE p.shop_id = $1 AND p.id = $2 AND p.left_at IS NULL`,
      { bind: [shopId, personId], type: QueryTypes.SELECT },
    );
    if (!found) return undefined;
    const { role, signsAlone } = found;
    const passed = signsAlone ? await this.passed(shopId, personId) : undefined;
    return { role, watched: isWatched(role, signsAlone ?? undefined, passed) };
  }

  /** The highest level of the practice that somebody passed. */
  private async passed(shopId: string, personId: string): Promise<number | undefined> {
    const [far] = await this.sequelize.query<{ level: number | null }>(practisedQuery('AND made_by = $2'), {
      bind: [shopId, personId],
      type: QueryTypes.SELECT,
    });
    return far?.level ?? undefined;
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
