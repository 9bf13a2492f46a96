<script setup lang="ts">
import { shippedPrompts, type Prompt } from '#shared/almanac/prompts'
import * as words from '#shared/words'

/** Prompts that come with the product, to be taken for a day or for every week. */
defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: []; take: [prompt: Prompt] }>()
const labels = words.almanac.prompts
const asked = ref('')
const groups = computed(() => {
  const wanted = asked.value.trim().toLowerCase()
  return shippedPrompts.groups
    .map(({ name, prompts }) => ({
      name,
      prompts: prompts.filter(({ title, prompt }) => `${title} ${prompt}`.toLowerCase().includes(wanted)),
    }))
    .filter(({ prompts }) => prompts.length > 0)
})
</script>

<template>
  <SideDialog :open="open" :title="labels.title" @close="emit('close')">
    <p class="text-ink-2">{{ labels.intro }}</p>
    <TextField v-model="asked" class="mt-3" type="search" :label="labels.find" />
    <p v-if="groups.length === 0" class="mt-4 text-ink-3">{{ labels.none }}</p>
    <section v-for="group in groups" :key="group.name" class="mt-5" :aria-label="group.name">
      <h3 class="part-name">{{ group.name }}</h3>
      <ul class="divide-y divide-rule">
        <li v-for="one in group.prompts" :key="one.title" class="flex items-start gap-3 py-2">
          <div class="min-w-0 grow">
            <p class="serif text-[15.5px] font-medium">{{ one.title }}</p>
            <p class="text-small text-ink-2">{{ one.prompt }}</p>
          </div>
          <PlainButton :aria-label="labels.takeNamed(one.title)" @click="emit('take', one)">{{
            labels.take
          }}</PlainButton>
        </li>
      </ul>
    </section>
  </SideDialog>
</template>
