<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import * as words from '#shared/words'
import { readQuery, troubledPiece } from './readQuery'

const props = defineProps<{ query: string; error?: string }>()
const emit = defineEmits<{ 'update:query': [query: string]; leave: [] }>()
const labels = words.watch.text
const id = useId()
const field = ref<HTMLTextAreaElement | null>(null)
const behind = ref<HTMLElement | null>(null)
// Half a query is no mistake: what is wrong is said when one pauses.
const paused = refDebounced(
  computed(() => props.query),
  600,
)
const trouble = computed(() => {
  const found = readQuery(props.query).trouble
  return found && (paused.value === props.query || props.error) ? found : null
})
const pieces = computed(() => {
  if (!trouble.value) return { before: props.query, wrong: '', after: '' }
  const { start, end } = troubledPiece(props.query, trouble.value.at)
  return {
    before: props.query.slice(0, start),
    wrong: props.query.slice(start, end) || ' ',
    after: props.query.slice(end),
  }
})
const rows = computed(() => Math.min(14, Math.max(5, Math.ceil(props.query.length / 44) + 1)))
const follow = (): void => {
  if (behind.value && field.value) behind.value.scrollTop = field.value.scrollTop
}
/** Puts the cursor where the trouble is. */
function goThere(): void {
  const { start, end } = troubledPiece(props.query, trouble.value!.at)
  field.value?.focus()
  field.value?.setSelectionRange(start, end)
}
const shape =
  'block w-full rounded-md border px-2.5 py-2 text-body leading-[1.6] whitespace-pre-wrap wrap-anywhere'
</script>

<template>
  <div>
    <label :for="id" class="mb-1 block text-small font-semibold text-ink-2">{{ labels.label }}</label>
    <div class="relative">
      <!-- The same text behind the field carries the underline, which a field itself can't. -->
      <div
        ref="behind"
        aria-hidden="true"
        class="absolute inset-0 overflow-hidden border-transparent text-transparent"
        :class="shape"
      >
        {{ pieces.before }}<span v-if="pieces.wrong" class="troubled" data-trouble>{{ pieces.wrong }}</span
        >{{ pieces.after }}
      </div>
      <textarea
        :id="id"
        ref="field"
        :value="query"
        :rows="rows"
        :placeholder="labels.placeholder"
        :aria-invalid="trouble || error ? true : undefined"
        :aria-describedby="trouble || error ? `${id}-trouble` : undefined"
        spellcheck="false"
        autocapitalize="off"
        class="relative resize-none bg-transparent text-ink placeholder:text-ink-3"
        :class="[shape, trouble || error ? 'border-bad' : 'border-edge']"
        @input="emit('update:query', ($event.target as HTMLTextAreaElement).value)"
        @scroll="follow"
        @blur="emit('leave')"
      />
    </div>
    <p v-if="trouble" :id="`${id}-trouble`" class="mt-1 text-small text-bad" role="alert">
      <button type="button" class="font-semibold underline underline-offset-2" @click="goThere">
        {{ labels.at(trouble.at + 1) }}
      </button>
      {{ trouble.message }}
    </p>
    <p v-else-if="error" :id="`${id}-trouble`" class="mt-1 text-small text-bad" role="alert">{{ error }}</p>
    <details class="mt-3" open>
      <summary class="cursor-pointer text-small font-semibold text-ink-2">{{ labels.help }}</summary>
      <dl class="mt-2 grid grid-cols-[auto_1fr] gap-x-3 gap-y-1 text-small">
        <template v-for="[sample, meaning] in labels.rules" :key="sample">
          <dt class="text-ink">{{ sample }}</dt>
          <dd class="text-ink-2">{{ meaning }}</dd>
        </template>
      </dl>
    </details>
  </div>
</template>
