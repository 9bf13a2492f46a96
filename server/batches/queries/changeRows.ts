import type { Db } from '#server/platform/db'
import type { BatchRowRow } from '../rows'

type Changed = Pick<BatchRowRow, 'position'> &
  Partial<
    Pick<BatchRowRow, 'state' | 'problems_json' | 'warnings_json' | 'planned_json' | 'place_json' | 'post_id'>
  >

const COLUMNS = ['state', 'problems_json', 'warnings_json', 'planned_json', 'place_json', 'post_id'] as const

/**
 * Changes rows of a file, each to values of its own, by one statement; a column that a row does not name
 * stays. Only rows in the given state are, where one is given.
 */
export async function changeRows(
  db: Db,
  batchId: string,
  inState: BatchRowRow['state'] | null,
  rows: Changed[],
): Promise<void> {
  if (rows.length === 0) return
  const json = JSON.stringify(
    rows.map((row) => [row.position, Object.fromEntries(COLUMNS.map((name) => [name, given(row, name)]))]),
  )
  const now = COLUMNS.map(
    (name) => `iif(json_extract(new.value, '$[1].${name}[0]'),
      json_extract(new.value, '$[1].${name}[1]'), known.${name})`,
  )
  const names = COLUMNS.join(', ')
  // CROSS JOIN: the changes lead, and each row is found by its key. The other way round costs seconds.
  await db.raw(
    `INSERT INTO batch_rows (batch_id, position, line, cells_json, edits_json, ${names})
      SELECT known.batch_id, known.position, known.line, known.cells_json, known.edits_json, ${now.join(', ')}
        FROM json_each(?) AS new CROSS JOIN batch_rows AS known
        ON known.batch_id = ? AND known.position = json_extract(new.value, '$[0]')
        WHERE ${inState === null ? 'true' : 'known.state = ?'}
      ON CONFLICT (batch_id, position) DO UPDATE SET
        ${COLUMNS.map((name) => `${name} = excluded.${name}`).join(', ')}`,
    [json, batchId, ...(inState === null ? [] : [inState])],
  )
}

/** Whether a row names a column, and what it is to hold. */
const given = (row: Changed, name: (typeof COLUMNS)[number]): [number, string | null] =>
  row[name] === undefined ? [0, null] : [1, row[name]]
