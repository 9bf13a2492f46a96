<script setup lang="ts">
import { USUAL_REST_DAYS } from '#shared/evergreens/rest'
import { evergreenRoutes } from '#shared/evergreens/routes'
import { evergreenSchema } from '#shared/evergreens/schemas'
import type { EvergreenMade, EvergreenView } from '#shared/evergreens/types'
import * as words from '#shared/words'

/** On which accounts a post comes round, how long it rests, and until when. */
const props = defineProps<{
  open: boolean
  post: { id: string; version: number; pillarId: string | null; accountIds: string[] }
  /** What it is already; null for a post that becomes one. */
  known: EvergreenView | null
}>()
const emit = defineEmits<{ close: []; done: [] }>()
const labels = words.evergreens.form
const brand = useBrandStore()
const times = useTimes()

const form = useForm(evergreenSchema, {
  accountIds: [] as string[],
  minDays: USUAL_REST_DAYS,
  until: null as string | null,
  times: null as number | null,
  version: 0,
})
const end = ref<'never' | 'day' | 'times'>('never')
const [daysText, timesText, day] = [ref(''), ref(''), ref('')]
watch(
  () => props.open,
  (open) => {
    if (!open) return
    const one = props.known?.accounts[0] ?? null
    end.value = one?.left != null ? 'times' : one?.endsAt ? 'day' : 'never'
    daysText.value = String(one?.minDays ?? USUAL_REST_DAYS)
    timesText.value = String(one?.left ?? 3)
    day.value = one?.endsAt ? times.toField(one.endsAt).slice(0, 10) : ''
    form.start({
      accountIds: props.known?.accounts.map(({ accountId }) => accountId) ?? props.post.accountIds,
      minDays: USUAL_REST_DAYS,
      until: null,
      times: null,
      version: props.post.version,
    })
  },
  { immediate: true },
)
const slotsOf = (accountId: string): number =>
  brand.view?.accounts
    .find(({ id }) => id === accountId)
    ?.slots.filter(({ use, pillarId }) => use === 'pillar' && pillarId === props.post.pillarId).length ?? 0
const pillar = computed(
  () => brand.view?.pillars.find(({ id }) => id === props.post.pillarId)?.name ?? words.evergreens.noPillar,
)
function toggle(id: string): void {
  const { accountIds } = form.values
  form.values.accountIds = accountIds.includes(id)
    ? accountIds.filter((one) => one !== id)
    : [...accountIds, id]
}

const set = (body: typeof form.values, message: (made: EvergreenMade) => string): Promise<unknown> =>
  brand.change<EvergreenMade>(message, () => brand.call(evergreenRoutes.set, { id: props.post.id, body }))
const number = (text: string): number => (/^\s*\d+\s*$/.test(text) ? Number(text) : Number.NaN)
async function save(): Promise<void> {
  Object.assign(form.values, {
    minDays: number(daysText.value),
    until: end.value === 'day' ? day.value || null : null,
    times: end.value === 'times' ? number(timesText.value) : null,
  })
  const done = await form.send((values) =>
    set(values, ({ approval }) =>
      approval === 'approved' ? words.evergreens.done.set : words.evergreens.done.review,
    ),
  )
  if (done) emit('done')
}
async function stop(): Promise<void> {
  form.values.accountIds = []
  const done = await form.send((values) => set(values, () => words.evergreens.done.none))
  if (done) emit('done')
}
const field = 'mt-1 block w-full rounded-md border border-edge bg-sheet px-2.5 py-1.5 text-base'
</script>

<template>
  <SideDialog :open="open" :title="labels.title" @close="emit('close')">
    <form id="evergreen" class="grid gap-4" novalidate @submit.prevent="save">
      <p class="text-small text-ink-2">{{ labels.how }}</p>
      <p v-if="post.pillarId === null" class="text-small text-warn">{{ labels.noPillar }}</p>
      <fieldset>
        <legend class="mb-1 text-small font-semibold text-ink-2">{{ labels.accounts }}</legend>
        <label
          v-for="account in brand.view?.accounts ?? []"
          :key="account.id"
          class="flex min-h-[30px] items-center gap-2"
        >
          <input
            type="checkbox"
            :checked="form.values.accountIds.includes(account.id)"
            class="size-4 accent-(--act)"
            @change="toggle(account.id)"
          />
          <span class="font-medium">{{ account.name }}</span>
          <span
            v-if="post.pillarId"
            class="text-small"
            :class="slotsOf(account.id) ? 'text-ink-3' : 'text-warn'"
            >{{ slotsOf(account.id) ? labels.slots(slotsOf(account.id)) : labels.noSlots(pillar) }}</span
          >
        </label>
        <p v-if="form.errors.value.accountIds" class="text-small text-bad">
          {{ form.errors.value.accountIds }}
        </p>
      </fieldset>
      <TextField
        v-model="daysText"
        :label="labels.minDays"
        inputmode="numeric"
        :error="form.errors.value.minDays"
      />
      <label class="block">
        <span class="block text-small font-semibold text-ink-2">{{ labels.end }}</span>
        <select v-model="end" :class="field">
          <option v-for="(name, key) in labels.ends" :key="key" :value="key">{{ name }}</option>
        </select>
      </label>
      <TextField
        v-if="end === 'day'"
        v-model="day"
        :label="labels.until"
        type="date"
        :error="form.errors.value.until"
      />
      <TextField
        v-if="end === 'times'"
        v-model="timesText"
        :label="labels.times"
        inputmode="numeric"
        :error="form.errors.value.times"
      />
      <ErrorMessage :message="form.problem.value" />
    </form>
    <template #actions>
      <PlainButton v-if="known" kind="quiet" :busy="form.busy.value" @click="stop">{{
        labels.stop
      }}</PlainButton>
      <PlainButton
        kind="act"
        type="submit"
        form="evergreen"
        :busy="form.busy.value"
        :disabled="form.values.accountIds.length === 0"
        >{{ known ? labels.change : labels.save }}</PlainButton
      >
    </template>
  </SideDialog>
</template>
