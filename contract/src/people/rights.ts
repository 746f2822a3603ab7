/** What somebody is in a shop. */
export const ROLES = ['owner', 'mechanic', 'apprentice', 'office', 'reader'] as const;
export type Role = (typeof ROLES)[number];

/**
 * What may be done, and by whom. One right a route: `docs/people.md` has the same as a table, and a test walks every
 * route with every role.
 *
 * - `read`: every bench, engine, book, page and date
 * - `intake`: owners, machines, engines and jobs taken in and mended
 * - `work`: tests, readings, ticks, signatures, notes, photographs, repairs, what was found, testers, books
 * - `judge`: overrule, decide, close and open again, look at an apprentice's work and sign for it
 * - `tell`: pages and their links, answers, an owner's archive, prices, dates
 * - `run`: people, the settings of the shop, erasing, the whole shop out and in
 */
export const RIGHTS = {
  read: ['owner', 'mechanic', 'apprentice', 'office', 'reader'],
  intake: ['owner', 'mechanic', 'apprentice', 'office'],
  work: ['owner', 'mechanic', 'apprentice'],
  judge: ['owner', 'mechanic'],
  tell: ['owner', 'mechanic', 'office'],
  run: ['owner'],
} as const satisfies Readonly<Record<string, readonly Role[]>>;
export type Right = keyof typeof RIGHTS;

export const mayDo = (role: Role, right: Right): boolean => (RIGHTS[right] as readonly Role[]).includes(role);

/**
 * Of whom a practice level can be asked before they sign alone. Where nothing is asked an apprentice waits for a second
 * signature, a mechanic does not.
 */
export const LEVEL_ROLES = ['apprentice', 'mechanic'] as const satisfies readonly Role[];
export type LevelRole = (typeof LEVEL_ROLES)[number];
export type SignsAlone = Readonly<Partial<Record<LevelRole, number>>>;

/** The level that is asked of a role before it signs alone; nothing where none is. */
export const levelAskedOf = (role: Role, signsAlone: SignsAlone | undefined): number | undefined =>
  role === 'apprentice' || role === 'mechanic' ? signsAlone?.[role] : undefined;

/** Whether somebody else signs beside them. @param passed the highest level of the practice that they passed */
export function isWatched(role: Role, signsAlone: SignsAlone | undefined, passed: number | undefined): boolean {
  const level = levelAskedOf(role, signsAlone);
  return level === undefined ? role === 'apprentice' : (passed ?? 0) < level;
}

/** What is signed by whoever looked at an apprentice's work. */
export const SECOND_LOOK = 'second-look';
export type SecondLook = typeof SECOND_LOOK;
