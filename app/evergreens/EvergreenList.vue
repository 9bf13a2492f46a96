<script setup lang="ts">
import type { EvergreenView } from '#shared/evergreens/types'
import * as words from '#shared/words'

/** The evergreens of a shelf, in the order of their turns. */
defineProps<{
  evergreens: EvergreenView[]
  chosen: string
  /** Posts that something is to be done with at once. */
  several: ReadonlySet<string>
}>()
const emit = defineEmits<{ choose: [id: string]; pick: [id: string] }>()
const labels = words.evergreens
const times = useTimes()
const brand = useBrandStore()

function nextOf({ nextAt, accounts }: EvergreenView): string {
  if (nextAt) return times.shortDayTime(nextAt)
  const [waits] = new Set(accounts.map((one) => one.waits))
  return waits ? labels.waits[waits] : labels.noTurn
}
const percent = (chance: number): number => Math.min(99, Math.floor(chance * 100))
</script>

<template>
  <p v-if="evergreens.length === 0" class="px-4 py-6 text-ink-2">{{ labels.noneHere }}</p>
  <table v-else class="w-full">
    <thead>
      <tr class="border-b border-rule text-left text-small text-ink-2">
        <th v-if="brand.canWork" class="w-8 py-2 pl-3">
          <span class="sr-only">{{ labels.several.pick }}</span>
        </th>
        <th class="w-11 py-2 pl-3 font-normal">{{ labels.head.turn }}</th>
        <th class="py-2 pl-3 font-normal">{{ labels.head.post }}</th>
        <th class="w-[76px] py-2 pl-3 font-normal max-column:hidden">{{ labels.head.wordings }}</th>
        <th class="w-[124px] py-2 pl-3 font-normal max-column:w-[96px]">{{ labels.head.next }}</th>
        <th class="w-[84px] py-2 pl-3 font-normal max-column:hidden">{{ labels.head.shown }}</th>
        <th class="w-[112px] py-2 pr-3 pl-3 font-normal max-wide:hidden">{{ labels.head.answers }}</th>
      </tr>
    </thead>
    <tbody class="divide-y divide-rule border-b border-rule">
      <tr
        v-for="(one, at) in evergreens"
        :key="one.postId"
        :class="one.postId === chosen ? 'bg-well/60' : 'hover:bg-well/30'"
      >
        <td v-if="brand.canWork" class="py-2.5 pl-3">
          <input
            type="checkbox"
            class="block size-4 accent-(--act)"
            :aria-label="labels.several.pickThis(one.text)"
            :checked="several.has(one.postId)"
            @change="emit('pick', one.postId)"
          />
        </td>
        <td class="serif py-2.5 pl-3 text-right text-[17px] text-ink-2">{{ at + 1 }}</td>
        <td class="max-w-0 py-2.5 pl-3">
          <button
            type="button"
            class="serif flex w-full items-baseline gap-2 text-left text-[15px] leading-snug font-medium"
            :aria-pressed="one.postId === chosen"
            @click="emit('choose', one.postId)"
          >
            <i
              class="size-[7px] shrink-0 self-center rounded-[1px]"
              :style="{ background: brand.pillarInk(one.pillarId) }"
              aria-hidden="true"
            />
            <span class="line-clamp-2 min-w-0" dir="auto">{{ one.text }}</span>
          </button>
        </td>
        <td class="py-2.5 pl-3 tabular-nums max-column:hidden">{{ one.wordings }}</td>
        <td class="py-2.5 pl-3" :class="one.nextAt ? 'tabular-nums' : 'text-ink-3'">{{ nextOf(one) }}</td>
        <td class="py-2.5 pl-3 text-ink-2 max-column:hidden">{{ labels.times(one.shown) }}</td>
        <td class="py-2.5 pr-3 pl-3 tabular-nums max-wide:hidden">
          <span v-if="one.response === null" class="text-ink-3">–</span>
          <span
            v-else
            :class="one.chanceBelow === null ? '' : 'text-bad'"
            :title="
              one.chanceBelow === null
                ? labels.perShowing(one.response.toFixed(1), one.counted)
                : labels.rewordWhy(percent(one.chanceBelow))
            "
            >{{ one.response.toFixed(1) }}{{ one.chanceBelow === null ? '' : ` ${labels.reword}` }}</span
          >
        </td>
      </tr>
    </tbody>
  </table>
</template>
