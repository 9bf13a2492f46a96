export interface Place {
  name: string
  kind: 'screen' | 'source' | 'watch' | 'list' | 'folder' | 'tag' | 'command'
  to: string
  /** What a command does; a place of another kind is gone to. */
  run?: () => unknown
}
