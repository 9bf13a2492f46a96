<script setup lang="ts">
import { calendarRoutes } from '#shared/calendars/routes'
import { ALMANAC } from '#shared/calendars/types'
import type { Undoable } from '#shared/platform/types'
import * as words from '#shared/words'

/** The calendars one may give away, each at a secret address of its own, and the month on paper. */
const props = defineProps<{ open: boolean; paper: string }>()
const emit = defineEmits<{ close: [] }>()
const labels = words.calendars
const brand = useBrandStore()
const session = useSessionStore()
const { data, failed, reload } = useBrandQuery(calendarRoutes.calendars, {
  changes: ['calendar', 'account', 'campaign'],
  enabled: () => props.open && brand.canWork,
})
/** The account or campaign whose calendar is shown, or the almanac's; '' for the brand's. */
const of = ref('')
const calendar = computed(() => data.value?.find((one) => one.of === (of.value || session.brandId)) ?? null)
const address = computed(() => {
  const stated = calendar.value?.address
  if (!stated) return null
  return stated.startsWith('/') ? `${window.location.origin}${stated}` : stated
})
const busy = ref(false)
const notices = useNoticesStore()
async function change(message: string, kind: 'open' | 'close'): Promise<void> {
  busy.value = true
  const id = of.value || session.brandId!
  try {
    await brand.change<Undoable>(message, () =>
      id === ALMANAC
        ? brand.call(kind === 'open' ? calendarRoutes.openAlmanac : calendarRoutes.closeAlmanac)
        : brand.call(calendarRoutes[kind], { id }),
    )
  } catch (error) {
    notices.complain(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <SideDialog :open="open" :title="labels.title" @close="emit('close')">
    <p class="text-ink-2">{{ labels.intro }} {{ labels.span }}</p>
    <template v-if="data">
      <label class="mt-4 block text-small font-semibold text-ink-2" for="calendar-of">{{ labels.of }}</label>
      <select
        id="calendar-of"
        v-model="of"
        class="mt-1 w-full rounded-md border border-edge bg-sheet px-2 py-1.5 text-ink"
      >
        <option value="">{{ labels.brand }}</option>
        <option v-for="account in brand.view?.accounts ?? []" :key="account.id" :value="account.id">
          {{ account.name }} · {{ account.handle }}
        </option>
        <option v-for="one in brand.view?.campaigns ?? []" :key="one.id" :value="one.id">
          {{ labels.ofCampaign(one.name) }}
        </option>
        <option :value="ALMANAC">{{ words.almanac.title }}</option>
      </select>
      <div class="mt-4">
        <SecretAddress v-if="address" :label="labels.address" :address="address" :hint="labels.hint">
          <PlainButton :busy="busy" @click="change(labels.renewed, 'open')">{{ labels.renew }}</PlainButton>
          <PlainButton :disabled="busy" @click="change(labels.ended, 'close')">{{ labels.end }}</PlainButton>
        </SecretAddress>
        <template v-else>
          <p class="mb-2 text-ink-3">{{ labels.none }}</p>
          <PlainButton :busy="busy" @click="change(labels.made, 'open')">{{ labels.make }}</PlainButton>
        </template>
      </div>
    </template>
    <div v-else-if="failed" class="mt-4">
      <ErrorMessage :message="failed" />
      <PlainButton class="mt-2" @click="reload()">{{ words.frame.again }}</PlainButton>
    </div>
    <p v-else class="mt-4 text-ink-3">{{ words.frame.loading }} …</p>
    <section class="mt-6 border-t border-rule pt-4" :aria-label="labels.print">
      <h3 class="part-name">{{ labels.print }}</h3>
      <p class="mt-1 mb-3 text-ink-2">{{ labels.printIntro }}</p>
      <PlainButton :to="paper">{{ labels.toPrint }}</PlainButton>
    </section>
  </SideDialog>
</template>
