<script setup lang="ts">
import * as words from '#shared/words'
import AddAccount from './AddAccount.vue'
import AddDescribedAccount from './AddDescribedAccount.vue'

/** Connects an account in one of three ways: through its network's protocol, by hand, by a webhook. */
defineProps<{
  /** Whether a ready-made timetable is chosen here; the first start asks for it in a step of its own. */
  withTimetable?: boolean
  /** Where one goes on once a network sent one back. */
  back: string
}>()
const emit = defineEmits<{ added: [id: string] }>()
const labels = words.describedNetwork.ways
type Way = 'network' | 'hand' | 'webhook'
const way = ref<Way>('network')
const ways = (['network', 'hand', 'webhook'] as const).map((value) => ({ value, label: labels[value] }))
</script>

<template>
  <div>
    <ChoiceButtons v-model="way" class="mb-3 flex-wrap" :label="labels.label" :choices="ways" />
    <AddAccount
      :back="back"
      v-if="way === 'network'"
      :with-timetable="withTimetable"
      @added="(id) => emit('added', id)"
    />
    <AddDescribedAccount
      v-else
      :key="way"
      :way="way"
      :with-timetable="withTimetable"
      @added="(id) => emit('added', id)"
    />
  </div>
</template>
