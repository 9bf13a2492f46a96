<script setup lang="ts">
/** Some of many, by their ids, in a list that scrolls where it is long. */
defineProps<{ label: string; choices: { id: string; name: string }[]; none: string }>()
const chosen = defineModel<string[]>({ required: true })
const toggle = (id: string): void => {
  chosen.value = chosen.value.includes(id) ? chosen.value.filter((one) => one !== id) : [...chosen.value, id]
}
</script>

<template>
  <fieldset class="grid gap-0.5">
    <legend class="mb-1 text-small font-semibold text-ink-2">{{ label }}</legend>
    <p v-if="choices.length === 0" class="text-small text-ink-3">{{ none }}</p>
    <div v-else class="grid max-h-[168px] gap-0.5 overflow-y-auto" tabindex="-1">
      <label v-for="choice in choices" :key="choice.id" class="flex min-h-6 items-start gap-2"
        ><input
          type="checkbox"
          class="mt-[3px] accent-(--act)"
          :checked="chosen.includes(choice.id)"
          @change="toggle(choice.id)"
        /><span class="wrap-anywhere">{{ choice.name }}</span></label
      >
    </div>
  </fieldset>
</template>
