import { useEventListener } from '@vueuse/core'
export interface Key {
  /** As `KeyboardEvent.key` gives it; several mean the same. */
  keys: string[]
  says: string
  /** Given the key that was pressed, for entries that several keys lead to. */
  does: (key: string) => void
  /** With Ctrl or ⌘; such a key also works while typing. */
  command?: boolean
}

const known = shallowRef<Key[]>([])

/** The keys in force, for the list behind `?`. */
export const useKnownKeys = (): Readonly<Ref<Key[]>> => known

const ahead = ref<string | null>(null)

/**
 * Collects what is typed before the field it is meant for is there: keys are no commands until it is taken out, and none is lost.
 */
export const useTypedAhead = () => ({
  collect: (): void => void (ahead.value ??= ''),
  take: (): string => {
    const typed = ahead.value ?? ''
    ahead.value = null
    return typed
  },
})

/** Puts keys in force while the component is there. They rest while one types in a field or a dialog is open. */
export function useKeys(keys: Key[]): void {
  onMounted(() => {
    known.value = [...known.value, ...keys]
  })
  onBeforeUnmount(() => {
    known.value = known.value.filter((key) => !keys.includes(key))
  })
}

/** Listens once, for the whole application. */
export function useKeyListener(): void {
  useEventListener('keydown', (event: KeyboardEvent) => {
    if (event.defaultPrevented || event.altKey || document.querySelector('[role=dialog], [role=alertdialog]')) return
    const command = event.ctrlKey || event.metaKey
    if (!command && isTyping(event.target)) return
    if (!command && ahead.value !== null && event.key.length === 1) {
      event.preventDefault()
      ahead.value += event.key
      return
    }
    const found = known.value.findLast((key) => Boolean(key.command) === command && key.keys.includes(event.key))
    if (!found) return
    event.preventDefault()
    found.does(event.key)
  })
}

function isTyping(target: EventTarget | null): boolean {
  // One ticks a box with the blank alone: every other key is free there.
  if (target instanceof HTMLInputElement) return !['checkbox', 'radio', 'button', 'file'].includes(target.type)
  return target instanceof HTMLElement && (target.isContentEditable || /^(TEXTAREA|SELECT)$/.test(target.tagName))
}
