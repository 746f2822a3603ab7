import { QueryTypes, type Sequelize } from 'sequelize';

const MINUTES = 15;
/** So many wrong tries at one account from one address, at one account from anywhere, from one address at any. */
const MOST = { here: 10, account: 60, address: 40 } as const;

/** Wrong tries of the last quarter of an hour, in the database: every server behind one address counts the same. */
export async function guessesOf(sequelize: Sequelize, account: string, address: string) {
  const [counts] = await sequelize.query<{ here: number; account: number; address: number }>(
    `SELECT count(*) FILTER (WHERE account = $1 AND address = $2)::int AS here,
       count(*) FILTER (WHERE account = $1)::int AS account, count(*) FILTER (WHERE address = $2)::int AS address
     FROM wrong_sign_ins WHERE (account = $1 OR address = $2) AND at > now() - interval '${MINUTES} minutes'`,
    { bind: [account, address], type: QueryTypes.SELECT },
  );
  const { here = 0, account: atAccount = 0, address: fromAddress = 0 } = counts ?? {};
  return {
    atAccount,
    /** Nobody is asked for a password any more. */
    isOver: here >= MOST.here || atAccount >= MOST.account,
    fromAddressIsOver: fromAddress >= MOST.address,
    noteWrong: async () => {
      await sequelize.query('INSERT INTO wrong_sign_ins (account, address) VALUES ($1, $2)', {
        bind: [account, address],
      });
      await sequelize.query(`DELETE FROM wrong_sign_ins WHERE at < now() - interval '${4 * MINUTES} minutes'`);
    },
  };
}
