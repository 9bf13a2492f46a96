<script setup lang="ts">
import { X } from '@lucide/vue'
import { USUAL_REST_DAYS } from '#shared/evergreens/rest'
import { scheduleRoutes } from '#shared/schedule/routes'
import type { SeveralAction } from '#shared/schedule/types'
import * as words from '#shared/words'

/** What can be done to the posts in line that are chosen, all at once, with one undo. */
const props = defineProps<{ ids: string[] }>()
const emit = defineEmits<{ done: [] }>()
const labels = words.list
const brand = useBrandStore()
const notices = useNoticesStore()
const busy = ref(false)
const days = ref<number | string>(7)
async function act(action: SeveralAction): Promise<void> {
  if (busy.value) return
  busy.value = true
  try {
    await brand.change(
      ({ count }) => labels.done[action.kind](count),
      () => brand.call(scheduleRoutes.several, { body: { ids: props.ids, action } }),
    )
    emit('done')
  } catch (error) {
    notices.complain(error)
  } finally {
    busy.value = false
  }
}
const pillar = computed({
  get: () => '',
  set: (id: string) => void act({ kind: 'pillar', pillarId: id === 'none' ? null : id }),
})
const campaign = computed({
  get: () => '',
  set: (id: string) => void act({ kind: 'campaign', campaignId: id === 'none' ? null : id }),
})
const tag = computed({
  get: () => '',
  set: (tagId: string) => void act({ kind: 'tag', tagId }),
})
const field = 'min-h-[26px] rounded border border-rule bg-sheet px-1 text-small text-ink'
</script>

<template>
  <div class="flex flex-wrap items-center gap-1.5" role="group" :aria-label="labels.several">
    <b class="font-semibold text-ink" aria-live="polite">{{ labels.chosen(ids.length) }}</b>
    <form class="flex items-center gap-1" @submit.prevent="act({ kind: 'days', days: Number(days) })">
      <PlainButton type="submit" :busy="busy">{{ labels.moveBy }}</PlainButton>
      <input v-model="days" inputmode="numeric" :class="field" class="w-11" :aria-label="labels.days" />
      {{ labels.daysUnit }}
    </form>
    <select v-model="pillar" :class="field" :aria-label="labels.setPillar">
      <option value="">{{ labels.setPillar }}</option>
      <option v-for="one in brand.view?.pillars ?? []" :key="one.id" :value="one.id">{{ one.name }}</option>
      <option value="none">{{ words.writing.noPillar }}</option>
    </select>
    <select
      v-if="(brand.view?.campaigns.length ?? 0) > 0"
      v-model="campaign"
      :class="field"
      :aria-label="words.campaigns.setFor"
    >
      <option value="">{{ words.campaigns.setFor }}</option>
      <option v-for="one in brand.view!.campaigns" :key="one.id" :value="one.id">{{ one.name }}</option>
      <option value="none">{{ words.campaigns.none }}</option>
    </select>
    <select
      v-if="(brand.view?.tags.length ?? 0) > 0"
      v-model="tag"
      :class="field"
      :aria-label="labels.addTag"
    >
      <option value="">{{ labels.addTag }}</option>
      <option v-for="one in brand.view!.tags" :key="one.id" :value="one.id">{{ one.name }}</option>
    </select>
    <PlainButton :disabled="busy" @click="act({ kind: 'hold' })">{{ words.hold.act }}</PlainButton>
    <PlainButton :disabled="busy" @click="act({ kind: 'lift' })">{{ words.hold.lift }}</PlainButton>
    <PlainButton
      :disabled="busy"
      :title="labels.evergreenHelp(USUAL_REST_DAYS)"
      @click="act({ kind: 'evergreen', days: USUAL_REST_DAYS })"
      >{{ labels.evergreen }}</PlainButton
    >
    <PlainButton :disabled="busy" @click="act({ kind: 'take-out' })">{{ labels.takeOut }}</PlainButton>
    <PlainButton
      kind="quiet"
      class="px-1.5"
      :aria-label="labels.none"
      :title="labels.none"
      @click="emit('done')"
      ><X :size="14" aria-hidden="true"
    /></PlainButton>
  </div>
</template>
