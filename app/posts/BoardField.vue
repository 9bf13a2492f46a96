<script setup lang="ts">
import type { Account } from '#shared/networks/types'
import type { AccountPart } from '#shared/posts/types'
import * as words from '#shared/words'

/** The board a post is filed on: one there is, or a new one by its name. */
const props = defineProps<{ account: Account; part: AccountPart }>()
const labels = words.writing
// The post's own object, which is changed in place.
const part = computed(() => props.part)
const NEW = '+'
const isNew = ref(false)
const field = ref<HTMLInputElement | null>(null)
const choice = computed(() =>
  isNew.value
    ? NEW
    : part.value.board && props.account.boards.includes(part.value.board)
      ? part.value.board
      : part.value.board
        ? NEW
        : '',
)
async function choose(value: string): Promise<void> {
  isNew.value = value === NEW
  if (value !== NEW) part.value.board = value || null
  else {
    if (choice.value !== NEW || props.account.boards.includes(part.value.board ?? '')) part.value.board = null
    await nextTick()
    field.value?.focus()
  }
}
const look = 'min-w-0 rounded-md border border-edge bg-sheet px-1.5 py-0.5 text-small'
</script>

<template>
  <span class="flex flex-wrap gap-1.5">
    <select
      :value="choice"
      :aria-label="`${labels.board}, ${account.name}`"
      :class="look"
      class="max-w-full"
      @change="choose(($event.target as HTMLSelectElement).value)"
    >
      <option value="">{{ labels.chooseBoard }}</option>
      <option v-for="board in account.boards" :key="board" :value="board">{{ board }}</option>
      <option :value="NEW">{{ labels.newBoard }}</option>
    </select>
    <input
      v-if="choice === NEW"
      ref="field"
      :value="part.board ?? ''"
      :aria-label="`${labels.boardName}, ${account.name}`"
      :placeholder="labels.boardName"
      :class="look"
      class="grow"
      maxlength="120"
      @input="part.board = ($event.target as HTMLInputElement).value || null"
    />
  </span>
</template>
