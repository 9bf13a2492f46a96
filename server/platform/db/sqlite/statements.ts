/** Statements that are kept compiled for a connection. */
const MOST = 500
/** Beyond this length a text is seldom the same twice: its lists have other lengths. */
const LONGEST = 4_000
/** What changes the form of the data, after which everything is compiled anew. */
const CHANGES_FORM = /^\s*(?:create|alter|drop|attach|detach|vacuum|reindex|pragma)\b/i

interface Preparing<S> {
  prepare: (sql: string) => S
}

/**
 * Lets a connection compile each statement once: Knex prepares anew for every query, which takes as long as
 * most of them run. The least recently used are let go.
 */
export function keepStatements<S>(connection: Preparing<S>): void {
  const compile = connection.prepare.bind(connection)
  const kept = new Map<string, S>()
  connection.prepare = (sql) => {
    if (CHANGES_FORM.test(sql)) kept.clear()
    else if (sql.length <= LONGEST) {
      const known = kept.get(sql)
      // Put at the end: those in front are let go first.
      if (known !== undefined) kept.delete(sql)
      const statement = known ?? compile(sql)
      kept.set(sql, statement)
      if (kept.size > MOST) kept.delete(kept.keys().next().value!)
      return statement
    }
    return compile(sql)
  }
}
