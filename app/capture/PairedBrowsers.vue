<script setup lang="ts">
import { tokenRoutes } from '#shared/tokens/routes'
import type { PairedBrowser, PairingCode } from '#shared/tokens/types'
import * as words from '#shared/words'

/** The browsers that may capture for the brand, and a code for one more. */
const labels = words.captureSetUp.extension
const brand = useBrandStore()
const notices = useNoticesStore()
const times = useTimes()
const {
  data: browsers,
  failed,
  reload,
} = useBrandQuery(tokenRoutes.browsers, {
  changes: ['token'],
  enabled: () => brand.canWork,
})
const made = shallowRef<PairingCode | null>(null)
const busy = ref('')
const origin = computed(() => window.location.origin)

async function makeCode(): Promise<void> {
  busy.value = 'code'
  try {
    made.value = await brand.call(tokenRoutes.newCode)
  } catch (error) {
    notices.complain(error)
  } finally {
    busy.value = ''
  }
}
// A code is used up by the browser that comes with it.
watch(browsers, (now, before) => {
  const fresh = now?.find(({ id }) => before && !before.some((known) => known.id === id))
  if (!fresh || !made.value) return
  made.value = null
  notices.say(labels.paired(fresh.name))
})
watch(
  () => brand.view?.brand.id,
  () => (made.value = null),
)

async function end(one: PairedBrowser): Promise<void> {
  busy.value = one.id
  try {
    await brand.call(tokenRoutes.end, { id: one.id, by: 'brand' })
    await reload()
    notices.say(labels.ended(one.name))
  } catch (error) {
    notices.complain(error)
  } finally {
    busy.value = ''
  }
}
</script>

<template>
  <div class="grid gap-3">
    <div v-if="made" class="grid gap-3 rounded-md border border-rule bg-sheet p-4 column:grid-cols-2">
      <SecretAddress :label="labels.address" :address="origin" :hint="labels.addressHint" />
      <SecretAddress :label="labels.code" :address="made.code" :hint="labels.codeHint" />
    </div>
    <PlainButton
      class="justify-self-start"
      :kind="browsers?.length === 0 && !made ? 'act' : 'plain'"
      :busy="busy === 'code'"
      @click="makeCode"
      >{{ made ? labels.another : labels.makeCode }}</PlainButton
    >
    <template v-if="failed">
      <ErrorMessage :message="failed" />
      <PlainButton class="justify-self-start" @click="reload">{{ words.frame.again }}</PlainButton>
    </template>
    <ul v-else-if="browsers && browsers.length > 0" class="divide-y divide-rule border-y border-rule">
      <li v-for="one in browsers" :key="one.id" class="flex items-center justify-between gap-3 py-2">
        <span class="min-w-0"
          ><span class="block truncate font-semibold">{{ one.name }}</span
          ><span class="block text-small text-ink-2">{{
            labels.used(times.dayTime(one.lastUsedAt), times.dayMonth(one.madeAt))
          }}</span></span
        >
        <PlainButton :busy="busy === one.id" @click="end(one)">{{ labels.end }}</PlainButton>
      </li>
    </ul>
  </div>
</template>
