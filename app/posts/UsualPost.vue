<script setup lang="ts">
import * as words from '#shared/words'

/**
 * What a post made from here begins with: its pillar, and the accounts it is for. `null` accounts: those used
 * last.
 */
const props = defineProps<{
  /** What one sets it up for, in a few words. */
  hint: string
  /** Only the accounts: a pillar has no other pillar. */
  accountsOnly?: boolean
}>()
const pillarId = defineModel<string | null>('pillarId', { default: null })
const accountIds = defineModel<string[] | null>('accountIds', { required: true })
const labels = words.usualPost
const brand = useBrandStore()
const pillars = computed(() => [
  { value: '', label: words.source.noPillar },
  ...(brand.view?.pillars ?? []).map((pillar) => ({ value: pillar.id, label: pillar.name })),
])
const toggle = (id: string): void => {
  const known = accountIds.value ?? []
  const next = known.includes(id) ? known.filter((item) => item !== id) : [...known, id]
  accountIds.value = next.length > 0 ? next : null
}
</script>

<template>
  <fieldset class="grid gap-2">
    <legend class="mb-1 text-small font-semibold text-ink-2">{{ labels.title }}</legend>
    <ChoiceField
      v-if="!props.accountsOnly"
      :label="words.source.pillar"
      :model-value="pillarId ?? ''"
      :choices="pillars"
      @update:model-value="pillarId = $event"
    />
    <div v-if="(brand.view?.accounts ?? []).length > 0" class="flex flex-wrap gap-x-4 gap-y-1">
      <label
        v-for="account in brand.view?.accounts ?? []"
        :key="account.id"
        class="flex min-h-6 items-center gap-1.5 text-small"
        ><input
          type="checkbox"
          class="accent-(--act)"
          :checked="accountIds?.includes(account.id) ?? false"
          @change="toggle(account.id)"
        />{{ account.name }}</label
      >
    </div>
    <p class="text-small text-ink-3">{{ accountIds === null ? labels.usual : hint }}</p>
  </fieldset>
</template>
