import { text, whole, tableOf, type RowOf, type TableType } from '#server/platform/db/tables'

export const TURNS = tableOf('turns', {
  name: text(),
  holder: text(),
  until: whole(),
})
export type LeaseRow = RowOf<typeof TURNS>

declare module 'knex/types/tables' {
  interface Tables {
    turns: TableType<typeof TURNS>
  }
}
