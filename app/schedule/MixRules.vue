<script setup lang="ts">
import { Plus, X } from '@lucide/vue'
import { EVERGREENS } from '#core/schedule/mixLedger'
import * as words from '#shared/words'
import type { MixDraft } from './useTimetable'

defineProps<{ readOnly: boolean }>()
const rules = defineModel<MixDraft[]>({ required: true })
const labels = words.timetable
const brand = useBrandStore()
const pillars = computed(() => brand.view?.pillars ?? [])
function add(): void {
  const free =
    pillars.value.find(({ id }) => !rules.value.some(({ pillarId }) => pillarId === id)) ?? pillars.value[0]
  if (free) rules.value = [...rules.value, { pillarId: free.id, percent: 20, windowDays: 7 }]
}
const remove = (at: number): void => void (rules.value = rules.value.filter((_, index) => index !== at))
const field = 'rounded border border-edge bg-sheet px-1.5 py-1 text-small text-ink'
</script>

<template>
  <section :aria-label="labels.mix" class="grid gap-1.5">
    <h2 class="part-name">{{ labels.mix }}</h2>
    <div
      v-for="(rule, at) in rules"
      :key="at"
      class="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-1.5 rounded border border-rule bg-sheet p-1.5"
    >
      <select v-model="rule.pillarId" :class="field" :aria-label="labels.mixOf" :disabled="readOnly">
        <option :value="EVERGREENS">{{ labels.mixEvergreens }}</option>
        <option v-for="pillar in pillars" :key="pillar.id" :value="pillar.id">{{ pillar.name }}</option>
      </select>
      <button
        v-if="!readOnly"
        type="button"
        class="grid size-6 place-items-center text-ink-3 hover:text-bad"
        :aria-label="labels.removeRow"
        @click="remove(at)"
      >
        <X :size="12" aria-hidden="true" />
      </button>
      <p class="col-span-2 flex flex-wrap items-center gap-1 text-tiny text-ink-2">
        <label class="flex items-center gap-1"
          ><input
            v-model="rule.percent"
            :class="field"
            class="w-11"
            inputmode="numeric"
            :disabled="readOnly"
          />{{ labels.mixShare }}</label
        >
        <label class="flex items-center gap-1"
          >{{ labels.mixDays
          }}<input
            v-model="rule.windowDays"
            :class="field"
            class="w-11"
            inputmode="numeric"
            :disabled="readOnly"
        /></label>
      </p>
    </div>
    <p v-if="rules.length === 0" class="text-small text-ink-3">{{ labels.mixHint }}</p>
    <button
      v-if="!readOnly && pillars.length > 0"
      type="button"
      class="inline-flex min-h-6 items-center gap-1 justify-self-start text-small font-semibold text-act"
      @click="add"
    >
      <Plus :size="13" aria-hidden="true" />{{ labels.addMix }}
    </button>
  </section>
</template>
