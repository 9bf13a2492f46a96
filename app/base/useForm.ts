import { type AnyObjectSchema, type InferType, ValidationError } from 'yup'
import { Refusal, sentenceOf } from './client'

/**
 * A form's values with what is said about each field. A field is checked while one types but complains only
 * after one has left it; what the server says stays until the field changes. `send` checks everything first
 * and keeps what was typed when refused.
 */
export function useForm<S extends AnyObjectSchema, V extends Record<string, unknown>>(schema: S, initial: V) {
  const values = reactive({ ...initial }) as V
  const left = reactive(new Set<string>())
  const refused = ref<Record<string, string>>({})
  const problem = ref('')
  const busy = ref(false)

  const complaints = computed((): Record<string, string> => {
    try {
      schema.validateSync({ ...values }, { abortEarly: false })
      return {}
    } catch (error) {
      if (!(error instanceof ValidationError)) throw error
      const inner = error.inner.length > 0 ? error.inner : [error]
      return Object.fromEntries(inner.toReversed().map(({ path, message }) => [path ?? '', message]))
    }
  })
  const errors = computed((): Record<string, string> => {
    const own = Object.fromEntries(Object.entries(complaints.value).filter(([field]) => left.has(field)))
    return { ...refused.value, ...own }
  })

  watch(
    () => ({ ...values }),
    (now, before) => {
      const changed = Object.keys(now).filter((field) => now[field] !== before[field])
      refused.value = Object.fromEntries(
        Object.entries(refused.value).filter(([field]) => !changed.includes(field)),
      )
      problem.value = ''
    },
  )

  /** Forgets complaints, as for a form just opened. */
  function forget(): void {
    left.clear()
    refused.value = {}
    problem.value = ''
  }
  /** Begins anew with other values. */
  function start(fresh: V): void {
    Object.assign(values, fresh)
    forget()
  }

  const leave = (field: string): void => void left.add(field)

  /** Runs `work` with the checked values. Says whether it went through. */
  async function send(work: (checked: InferType<S>) => Promise<unknown>): Promise<boolean> {
    Object.keys(complaints.value).forEach(leave)
    if (Object.keys(complaints.value).length > 0 || busy.value) return false
    busy.value = true
    problem.value = ''
    try {
      await work(schema.cast({ ...values }) as InferType<S>)
      return true
    } catch (error) {
      refused.value = error instanceof Refusal ? error.fields : {}
      const isAtField = Object.keys(refused.value).some((field) => field in values)
      problem.value = isAtField ? '' : sentenceOf(error)
      return false
    } finally {
      busy.value = false
    }
  }

  return { values, errors, complaints, problem, busy, leave, send, start, forget }
}
