<script setup lang="ts">
import { tagsOf } from './postActions'

/** Hashtags as one types them: the field keeps what stands in it, the post has the words. */
const tags = defineModel<string[]>({ required: true })
const props = defineProps<{ label: string; placeholder?: string; sign?: boolean }>()
const shown = (list: string[]): string => list.map((tag) => (props.sign ? `#${tag}` : tag)).join(' ')
const typed = ref('')
watch(
  tags,
  (now) => {
    if (tagsOf(typed.value).join(' ') !== now.join(' ')) typed.value = shown(now)
  },
  { immediate: true, deep: true },
)
function type(event: Event): void {
  typed.value = (event.target as HTMLInputElement).value
  tags.value = tagsOf(typed.value)
}
</script>

<template>
  <input
    :value="typed"
    :aria-label="label"
    :title="label"
    :placeholder="placeholder"
    class="min-w-0 rounded-md border border-edge bg-sheet px-2 py-1 text-small placeholder:text-ink-3"
    @input="type"
  />
</template>
