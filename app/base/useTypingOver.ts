/**
 * A time put into a day is a guess: the last field of that day takes the focus, ready to be typed over. Given
 * the list of a week's days.
 */
export const useTypingOver =
  (week: Readonly<Ref<HTMLElement | null>>) =>
  async (weekday: number): Promise<void> => {
    await nextTick()
    const field = [...(week.value?.children[weekday - 1]?.querySelectorAll('input') ?? [])].at(-1)
    field?.focus()
    field?.select()
  }
