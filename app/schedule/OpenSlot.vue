<script setup lang="ts">
import * as words from '#shared/words'
import { SHEET_DRAG } from './useSheetDrag'
import { NOWHERE, vDropTarget } from '~/base/dragging'

const props = defineProps<{
  at: string
  message: string
  accountId: string
  account?: string
  free?: boolean
  held?: boolean
}>()
const times = useTimes()
const brand = useBrandStore()
const goTo = useGoTo()
const drag = inject(SHEET_DRAG, null)
const place = computed(() => ({
  key: `slot ${props.accountId} ${props.at}`,
  accountId: props.accountId,
  to: { kind: 'slot' as const, at: props.at },
}))
const isOver = computed(() => drag?.over.value?.key === place.value.key)
const target = computed(() => drag?.target(place.value.key, () => place.value) ?? NOWHERE)
const label = computed(() =>
  words.schedule.writeFor(times.dayTime(props.at), brand.accountName(props.accountId)),
)
const write = (): Promise<unknown> =>
  goTo({ path: '/desk/new', query: { account: props.accountId, at: props.at } })
</script>

<template>
  <component
    :is="brand.canWork ? 'button' : 'div'"
    v-drop-target="target"
    :type="brand.canWork ? 'button' : undefined"
    class="block w-full rounded-[4px] border border-dashed px-2 py-[3px] text-left text-tiny"
    :class="isOver ? 'border-act bg-paper text-ink' : 'border-edge text-ink-2 hover:text-ink'"
    :title="message"
    :aria-label="brand.canWork ? label : undefined"
    :data-slot="at"
    @click="brand.canWork && write()"
  >
    {{ times.time(at) }} · {{ held ? words.schedule.held : free ? words.schedule.free : words.schedule.open
    }}<template v-if="account"> · {{ account }}</template>
  </component>
</template>
