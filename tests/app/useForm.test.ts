import { describe, expect, it } from 'vitest'
import { nextTick } from 'vue'
import { number, object, string } from 'yup'
import { Refusal } from '~/base/client'
import { useForm } from '~/base/useForm'
import { inComponent } from './support/inApp'

const schema = object({
  name: string().trim().required('Give it a name.'),
  perDay: number().min(1, 'At least one.').required('How many?'),
})
const form = () => inComponent(() => useForm(schema, { name: '', perDay: 1 })).it
const refused = (errors: { field: string; message: string }[]): Refusal =>
  new Refusal({
    type: 'urn:clear-quill:invalid',
    title: 'x',
    status: 422,
    detail: 'It was refused.',
    errors,
  } as never)

describe('useForm', () => {
  it('complains about a field only after one has left it', () => {
    const { values, errors, leave } = form()
    values.perDay = 0
    expect(errors.value).toEqual({})
    leave('perDay')
    expect(errors.value).toEqual({ perDay: 'At least one.' })
    values.perDay = 2
    expect(errors.value).toEqual({})
  })

  it('sends nothing that is not right, and says all that is wrong', async () => {
    const { send, errors } = form()
    let sent = 0
    expect(await send(async () => void sent++)).toBe(false)
    expect([sent, errors.value]).toEqual([0, { name: 'Give it a name.' }])
  })

  it('sends what was checked: trimmed', async () => {
    const { values, send } = form()
    values.name = '  Lamp '
    let got: unknown
    expect(await send(async (checked) => void (got = checked))).toBe(true)
    expect(got).toEqual({ name: 'Lamp', perDay: 1 })
  })

  it('keeps what the server says of a field until that field changes, and what was typed in any case', async () => {
    const { values, send, errors, problem, busy } = form()
    values.name = 'Lamp'
    expect(
      await send(() => Promise.reject(refused([{ field: 'name', message: 'That name is taken.' }]))),
    ).toBe(false)
    expect([errors.value, problem.value, values.name, busy.value]).toEqual([
      { name: 'That name is taken.' },
      '',
      'Lamp',
      false,
    ])
    values.perDay = 3
    await nextTick()
    expect(errors.value).toEqual({ name: 'That name is taken.' })
    values.name = 'Lamps'
    await nextTick()
    expect(errors.value).toEqual({})
  })

  it('says as a whole what belongs to no field', async () => {
    const { values, send, problem } = form()
    values.name = 'Lamp'
    await send(() => Promise.reject(refused([{ field: 'elsewhere', message: 'x' }])))
    expect(problem.value).toBe('It was refused.')
    values.name = 'Other'
    await nextTick()
    expect(problem.value).toBe('')
  })

  it('sends once, however often it is asked to', async () => {
    const { values, send } = form()
    values.name = 'Lamp'
    let sent = 0
    let end!: () => void
    const first = send(() => (sent++, new Promise<void>((resolve) => (end = resolve))))
    expect(await send(async () => void sent++)).toBe(false)
    end()
    expect([await first, sent]).toEqual([true, 1])
  })
})
