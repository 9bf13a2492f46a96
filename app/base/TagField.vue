<script setup lang="ts">
import { Combobox, ComboboxInput, ComboboxLabel, ComboboxOption, ComboboxOptions } from '@headlessui/vue'
import { X } from '@lucide/vue'
import * as words from '#shared/words'

const props = defineProps<{
  modelValue: string[]
  /** Names that are known, to complete from. */
  known: string[]
  label: string
  hideLabel?: boolean
  /** Takes the cursor as soon as it is there. */
  focused?: boolean
  error?: string
}>()
const emit = defineEmits<{ 'update:modelValue': [names: string[]] }>()
const labels = words.tag
const typed = ref('')
const isSame = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase()
const fitting = computed(() => {
  const wanted = typed.value.trim().toLowerCase()
  return props.known
    .filter(
      (name) => !props.modelValue.some((item) => isSame(item, name)) && name.toLowerCase().includes(wanted),
    )
    .slice(0, 8)
})
const isNew = computed(
  () =>
    typed.value.trim() !== '' &&
    ![...props.known, ...props.modelValue].some((name) => isSame(name, typed.value.trim())),
)
function add(name: string | null): void {
  const cleaned = (name ?? '').replace(/,/g, ' ').trim()
  typed.value = ''
  if (cleaned && !props.modelValue.some((item) => isSame(item, cleaned)))
    emit('update:modelValue', [...props.modelValue, cleaned])
}
const take = (name: string): void =>
  emit(
    'update:modelValue',
    props.modelValue.filter((item) => item !== name),
  )
function press(event: KeyboardEvent): void {
  if (event.key === 'Backspace' && typed.value === '' && props.modelValue.length > 0)
    take(props.modelValue.at(-1)!)
  // With the list open it is the list that takes what Enter chooses.
  const isClosed = (event.target as HTMLElement).getAttribute('aria-expanded') !== 'true'
  if ((event.key !== ',' && !(event.key === 'Enter' && isClosed)) || typed.value.trim() === '') return
  event.preventDefault()
  add(typed.value)
}
const input = ref<InstanceType<typeof ComboboxInput> | null>(null)
const typedAhead = useTypedAhead()
onMounted(() => {
  if (!props.focused) return
  const field = input.value?.$el as HTMLInputElement | undefined
  field?.focus()
  // What was typed while this field was still being fetched is meant for it, and opens the list as it would.
  const ahead = typedAhead.take()
  if (!field || ahead === '') return
  field.value = ahead
  field.dispatchEvent(new Event('input', { bubbles: true }))
})
</script>

<template>
  <Combobox :model-value="''" as="div" class="relative" @update:model-value="add($event as string)">
    <ComboboxLabel
      class="mb-1 block text-small font-semibold text-ink-2"
      :class="hideLabel ? 'sr-only' : ''"
      >{{ label }}</ComboboxLabel
    >
    <div
      class="flex flex-wrap items-center gap-1 rounded-md border bg-sheet px-1.5 py-1"
      :class="error ? 'border-bad' : 'border-edge'"
    >
      <span
        v-for="name in modelValue"
        :key="name"
        class="flex items-center gap-0.5 rounded-[4px] bg-well py-0.5 pr-0.5 pl-1.5 text-small"
        data-tag
      >
        {{ name }}
        <button
          type="button"
          class="grid size-5 place-items-center rounded text-ink-3 hover:text-ink"
          :aria-label="labels.take(name)"
          @click.prevent="take(name)"
        >
          <X :size="12" aria-hidden="true" />
        </button>
      </span>
      <ComboboxInput
        ref="input"
        class="min-w-[70px] grow bg-transparent px-1 py-0.5 text-base outline-none placeholder:text-ink-3"
        :placeholder="modelValue.length === 0 ? labels.addHint : ''"
        maxlength="60"
        autocomplete="off"
        :display-value="() => typed"
        @change="typed = ($event.target as HTMLInputElement).value"
        @keydown="press"
      />
    </div>
    <ComboboxOptions
      v-if="fitting.length > 0 || isNew"
      class="absolute z-30 mt-1 max-h-60 w-full min-w-[160px] overflow-y-auto rounded-md border border-rule bg-sheet p-1 shadow-(--lift)"
    >
      <ComboboxOption v-if="isNew" v-slot="{ active }" :value="typed.trim()"
        ><span class="block rounded px-2 py-1" :class="active ? 'bg-well' : ''">{{
          labels.make(typed.trim())
        }}</span></ComboboxOption
      >
      <ComboboxOption v-for="name in fitting" :key="name" v-slot="{ active }" :value="name"
        ><span class="block rounded px-2 py-1" :class="active ? 'bg-well' : ''">{{
          name
        }}</span></ComboboxOption
      >
    </ComboboxOptions>
    <p v-if="error" class="mt-1 text-small text-bad" role="alert">{{ error }}</p>
  </Combobox>
</template>
