<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { networkRoutes } from '#shared/networks/routes'
import type { CheckedAccount, WayIn } from '#shared/networks/types'
import { checkAccountSchema, waySchema } from '#shared/networks/schemas'
import * as words from '#shared/words'
import { READY_MADE, readyMadeChoices, type ReadyMade } from '~/schedule/timetables'
import { useSignIn } from './signIn'

/** Connects an account by its address: on the network's own page, or with a token where that is the way. */
const props = defineProps<{
  /** Whether a ready-made timetable is chosen here; the first start asks for it in a step of its own. */
  withTimetable?: boolean
  /** Where one goes on once the network sent one back. */
  back: string
}>()
const emit = defineEmits<{ added: [id: string] }>()
const labels = words.account
const connect = words.connect
const brand = useBrandStore()
const { begin } = useSignIn()
const way = ref<WayIn | null>(null)
const byToken = ref(false)
const checked = ref<CheckedAccount | null>(null)
const choice = ref<ReadyMade>('workdays')
const place = useForm(waySchema, { address: '' })
const form = useForm(checkAccountSchema, { address: '', token: '' })
const leaving = ref(false)
watch(
  () => place.values.address,
  (address) => {
    way.value = null
    checked.value = null
    byToken.value = false
    form.start({ address, token: '' })
  },
)
watch(
  () => form.values.token,
  () => (checked.value = null),
)
// One who comes back by the browser's own key finds it as it was, and not on its way.
useEventListener('pageshow', () => (leaving.value = false))
const slots = computed(() => (props.withTimetable ? READY_MADE[choice.value] : []))

async function look(): Promise<void> {
  await place.send(async (body) => {
    way.value = await brand.call(networkRoutes.wayIn, { body })
    byToken.value = way.value.way === 'token'
  })
}
async function goThere(): Promise<void> {
  const done = await place.send(({ address }) => begin({ address, slots: slots.value }, props.back))
  // The browser is on its way: what stands here stays busy.
  leaving.value = done
}
const check = (): Promise<boolean> =>
  form.send(async (values) => {
    checked.value = await brand.call(networkRoutes.checkAccount, { body: values })
  })
async function add(): Promise<void> {
  const { name } = checked.value!
  let id = ''
  const done = await form.send(async (values) => {
    ;({ id } = await brand.change(words.notices.added(name), () =>
      brand.call(networkRoutes.addAccount, { body: { ...values, slots: slots.value } }),
    ))
  })
  if (!done) return
  place.start({ address: '' })
  emit('added', id)
}
const submit = (): unknown => {
  if (!way.value) return look()
  if (!byToken.value) return goThere()
  return checked.value ? add() : check()
}
const act = computed(() => {
  if (!way.value) return place.busy.value ? connect.looking : connect.go
  if (!byToken.value) return connect.goTo(way.value.network)
  if (checked.value) return form.busy.value ? labels.adding : labels.add
  return form.busy.value ? labels.checking : labels.check
})
</script>

<template>
  <form class="grid gap-3 rounded-lg border border-rule bg-paper p-4" novalidate @submit.prevent="submit">
    <div class="grid gap-3 column:grid-cols-2">
      <TextField
        v-model="place.values.address"
        :label="labels.address"
        :hint="connect.addressHint"
        :placeholder="labels.addressHint"
        inputmode="url"
        autocomplete="off"
        :error="place.errors.value.address || form.errors.value.address"
        @leave="place.values.address && place.leave('address')"
      />
      <TextField
        v-if="way && byToken"
        v-model="form.values.token"
        :label="way.protocol === 'atproto' ? connect.appPassword : labels.token"
        :hint="labels.tokenHint"
        type="password"
        autocomplete="off"
        :error="form.errors.value.token"
        @leave="form.values.token && form.leave('token')"
      />
    </div>
    <div v-if="way && !byToken" class="border-t border-rule pt-3" role="status">
      <p class="serif text-[18px] leading-tight font-medium">{{ connect.found(way.network) }}</p>
      <p class="mt-1 max-w-[62ch] text-ink-2">{{ connect.how(way.network) }}</p>
      <ul class="mt-1.5 grid gap-0.5 text-small text-ink-2">
        <li v-for="right in connect.rights" :key="right">– {{ right }}</li>
      </ul>
    </div>
    <p v-if="way?.reason" class="max-w-[70ch] text-small text-ink-2" role="status">{{ way.reason }}</p>
    <div v-if="checked" class="border-t border-rule pt-3" role="status">
      <p class="serif text-[18px] leading-tight font-medium">
        {{ labels.checked(checked.name, checked.handle) }}
      </p>
      <p class="text-small text-ink-2">
        {{
          labels.rules(
            checked.rules.limit,
            labels.countings[checked.rules.counting],
            checked.rules.linkLength,
          )
        }}
        · {{ labels.protocols[checked.protocol] }}
      </p>
    </div>
    <ChoiceField
      v-if="withTimetable && way && (!byToken || checked)"
      v-model="choice"
      class="max-w-[340px]"
      :label="labels.timetableChoice"
      :choices="readyMadeChoices"
    />
    <ErrorMessage :message="place.problem.value || form.problem.value" />
    <div class="flex flex-wrap gap-2">
      <PlainButton kind="act" type="submit" :busy="place.busy.value || form.busy.value || leaving">{{
        act
      }}</PlainButton>
      <PlainButton v-if="way && !byToken" kind="quiet" @click="byToken = true">{{
        way.protocol === 'atproto' ? connect.withPassword : connect.withToken
      }}</PlainButton>
      <PlainButton v-else-if="way?.way === 'sign-in'" kind="quiet" @click="byToken = false">{{
        connect.withSignIn
      }}</PlainButton>
    </div>
  </form>
</template>
