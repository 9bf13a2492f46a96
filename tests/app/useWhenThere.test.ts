import { describe, expect, it, vi } from 'vitest'
import { nextTick, ref } from 'vue'
import { useTypedAhead } from '~/base/useKeys'
import { useWhenThere } from '~/base/useWhenThere'
import { inComponent } from './support/inApp'

function world(there: string | null = null) {
  const [part, of] = [ref(there), ref<string | null>('first')]
  const { it: run, leave } = inComponent(() =>
    useWhenThere(
      () => part.value,
      () => of.value,
    ),
  )
  return { part, of, run, leave, done: vi.fn() }
}

describe('what waits for a part of the screen', () => {
  it('runs at once where the part is there, once where it comes', async () => {
    const { part, run, done } = world('there')
    run(done)
    expect(done.mock.calls).toEqual([['there']])
    part.value = null
    await nextTick()
    run(done)
    expect(done).toHaveBeenCalledTimes(1)
    part.value = 'new'
    await nextTick()
    part.value = 'newer'
    await nextTick()
    expect(done.mock.calls).toEqual([['there'], ['new']])
  })

  it('collects what is typed until then', async () => {
    const { part, run } = world()
    const ahead = useTypedAhead()
    let typed = 'nothing'
    expect(ahead.isOn()).toBe(false)
    run(() => (typed = ahead.take()), { typing: true })
    expect(ahead.isOn()).toBe(true)
    part.value = 'there'
    await nextTick()
    expect([typed, ahead.isOn()]).toEqual(['', false])
  })

  it.each([
    ['what it belongs to changes', ({ of }: ReturnType<typeof world>) => (of.value = 'second')],
    ['nothing comes', ({ of }: ReturnType<typeof world>) => (of.value = null)],
    ['the component goes', ({ leave }: ReturnType<typeof world>) => leave()],
  ])('drops it where %s: keys are commands again', async (_, change) => {
    const one = world()
    one.run(one.done, { typing: true })
    change(one)
    await nextTick()
    expect(useTypedAhead().isOn()).toBe(false)
    one.part.value = 'there'
    await nextTick()
    expect(one.done).not.toHaveBeenCalled()
  })

  it('keeps nothing where nothing is coming', async () => {
    const { part, of, run, done } = world()
    of.value = null
    await nextTick()
    run(done, { typing: true })
    part.value = 'there'
    await nextTick()
    expect([done.mock.calls.length, useTypedAhead().isOn()]).toEqual([0, false])
  })
})
