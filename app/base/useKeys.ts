import { useEventListener } from '@vueuse/core'
export interface Key {
  /** As `KeyboardEvent.key` gives it; several mean the same. */
  keys: string[]
  message: string
  /** Given the key that was pressed, for entries that several keys lead to. */
  run: (key: string) => void
  /** With Ctrl or ⌘; such a key also works while typing. */
  command?: boolean
  /** It changes something: nothing for whoever may only look. */
  work?: boolean
  /** Whether it is in force where the focus is. */
  when?: (target: EventTarget | null) => boolean
}

const known = shallowRef<Key[]>([])

/** The keys in force, for the list behind `?`. */
export function useKnownKeys(): Readonly<Ref<Key[]>> {
  const brand = useBrandStore()
  return computed(() => known.value.filter((key) => brand.canWork || !key.work))
}

const ahead = ref<string | null>(null)

/**
 * Collects what is typed before the field it is meant for is there: keys are no commands until it is taken
 * out, and none is lost.
 */
export const useTypedAhead = () => ({
  collect: (): void => void (ahead.value ??= ''),
  isOn: (): boolean => ahead.value !== null,
  take: (): string => {
    const typed = ahead.value ?? ''
    ahead.value = null
    return typed
  },
})

/**
 * Puts keys in force while the component is there. They rest while one types in a field or a dialog is open.
 */
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
  const inForce = useKnownKeys()
  useEventListener('keydown', (event: KeyboardEvent) => {
    if (event.defaultPrevented || event.altKey || document.querySelector('[role=dialog], [role=alertdialog]'))
      return
    const command = event.ctrlKey || event.metaKey
    if (!command && isTyping(event.target)) return
    if (!command && ahead.value !== null && event.key.length === 1) {
      event.preventDefault()
      ahead.value += event.key
      return
    }
    const found = inForce.value.findLast(
      (key) =>
        Boolean(key.command) === command &&
        key.keys.includes(event.key) &&
        (key.when?.(event.target) ?? true),
    )
    if (!found) return
    event.preventDefault()
    found.run(event.key)
  })
}

/** Whether letters pressed there are text. */
export function isTyping(target: EventTarget | null): boolean {
  // One ticks a box with the blank alone: every other key is free there.
  if (target instanceof HTMLInputElement)
    return !['checkbox', 'radio', 'button', 'file'].includes(target.type)
  return (
    target instanceof HTMLElement && (target.isContentEditable || /^(TEXTAREA|SELECT)$/.test(target.tagName))
  )
}

/** Whether there is text in the field one types in: its own undo is meant there. */
export const isWritten = (target: EventTarget | null): boolean =>
  isTyping(target) &&
  (target instanceof HTMLTextAreaElement || target instanceof HTMLInputElement ? target.value !== '' : true)
