import type { Db } from '#server/platform/db'
import { joined, readFirst } from '#server/platform/db/read'
import { pick, type InsertOf } from '#server/platform/db/tables'
import type { PEOPLE, PersonRow, SessionRow, TriesRow } from '../rows'
import { SESSIONS } from '../rows'

/** How many people the installation knows. */
export const countPeople = async (db: Db): Promise<number> =>
  Number((await db('people').count({ n: '*' }).first())?.n ?? 0)

/** Stores a person. Fails where somebody has the mail address already. */
export const insertPerson = async (db: Db, row: InsertOf<typeof PEOPLE>): Promise<void> => {
  await db('people').insert(row)
}

export const personByEmail = (db: Db, email: string): Promise<PersonRow | undefined> =>
  db('people').where({ email }).first()

/** A person; undefined where there is none of this id. */
export const personById = (db: Db, id: string): Promise<PersonRow | undefined> =>
  db('people').where({ id }).first()

export const allPeople = (db: Db): Promise<PersonRow[]> => db('people').orderBy('created_at').orderBy('id')

export const updatePerson = async (db: Db, id: string, patch: Partial<PersonRow>): Promise<void> => {
  await db('people').where({ id }).update(patch)
}

export const insertSession = async (db: Db, row: SessionRow): Promise<void> => {
  await db('sessions').insert(row)
}

/** The session, unless it was revoked or not used since then. */
export const liveSession = (db: Db, id: string, usedSince: number): Promise<SessionRow | undefined> =>
  db('sessions').where({ id }).where('last_seen_at', '>', usedSince).whereNull('revoked_at').first()

export const liveSessionsOf = (db: Db, personId: string, usedSince: number): Promise<SessionRow[]> =>
  db('sessions')
    .where({ person_id: personId })
    .where('last_seen_at', '>', usedSince)
    .whereNull('revoked_at')
    .orderBy('last_seen_at', 'desc')
    .limit(100)

export const touchSession = async (db: Db, id: string, at: number): Promise<void> => {
  await db('sessions').where({ id }).update({ last_seen_at: at })
}

/** Ends a session of this person; says whether there was one. */
export const revokeSession = async (db: Db, personId: string, id: string, at: number): Promise<boolean> =>
  (await db('sessions')
    .where({ id, person_id: personId })
    .whereNull('revoked_at')
    .update({ revoked_at: at })) > 0

/** Ends all sessions of a person but one. */
export const revokeOtherSessions = async (
  db: Db,
  personId: string,
  keptId: string,
  at: number,
): Promise<void> => {
  await db('sessions')
    .where({ person_id: personId })
    .whereNot({ id: keptId })
    .whereNull('revoked_at')
    .update({ revoked_at: at })
}

/** Ends all sessions of a person. */
export const revokeAllSessions = async (db: Db, personId: string, at: number): Promise<void> => {
  await db('sessions').where({ person_id: personId }).whereNull('revoked_at').update({ revoked_at: at })
}

export const triesOf = (db: Db, who: string): Promise<TriesRow | undefined> =>
  db('sign_in_tries').where({ who }).first()

export const setTries = async (db: Db, row: TriesRow): Promise<void> => {
  await db('sign_in_tries').insert(row).onConflict('who').merge()
}

/** One counted try was none; a pause that came with it goes too. */
export const takeTryBack = async (db: Db, who: string): Promise<void> => {
  await db('sign_in_tries')
    .where({ who })
    .update({ failures: db.raw('max(0, failures - 1)'), blocked_until: 0 })
}

export const clearTries = async (db: Db, who: string): Promise<void> => {
  await db('sign_in_tries').where({ who }).del()
}

/** Whether a person of this mail address has a session that was signed in from there. */
export const hasSignedInFrom = async (db: Db, email: string, fromHash: string): Promise<boolean> =>
  Boolean(
    await readFirst(
      pick(SESSIONS, 'id'),
      joined(db, 'sessions')
        .join('people', 'people.id', 'sessions.person_id')
        .where({ 'people.email': email, 'sessions.from_hash': fromHash })
        .select('sessions.id'),
    ),
  )
