export interface Place {
  name: string
  kind: 'screen' | 'source' | 'watch' | 'list' | 'folder' | 'tag' | 'command'
  to: string
  /** What a command does; a place of the other kinds is gone to. */
  does?: () => unknown
}
