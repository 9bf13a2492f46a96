<script setup lang="ts">
import type { Watch } from '#shared/watches/types'
import * as words from '#shared/words'
import { useSources } from '~/sources/useSources'
import UsualPost from '~/posts/UsualPost.vue'

type Deeds = Pick<
  Watch,
  | 'tags'
  | 'hashtags'
  | 'pillarId'
  | 'accountIds'
  | 'folders'
  | 'sources'
  | 'collects'
  | 'hides'
  | 'tells'
  | 'onRail'
>
// The form is its owner's: its fields are written here, one by one.
const props = defineProps<{ values: Deeds; errors: Record<string, string> }>()
const labels = words.watch.deeds
const brand = useBrandStore()
const known = useSources()
const form = computed(() => props.values)
const hashtags = ref('')
watch(
  () => props.values.hashtags.join(' '),
  (now) => {
    if (now !== split(hashtags.value).join(' ')) hashtags.value = now
  },
  { immediate: true },
)
function split(text: string): string[] {
  return text.split(/[\s,]+/).flatMap((tag) => tag.replace(/^#+/, '') || [])
}
watch(hashtags, (now) => (form.value.hashtags = split(now)))
const toggled = (list: string[], id: string): string[] =>
  list.includes(id) ? list.filter((item) => item !== id) : [...list, id]
const checks = ['collects', 'tells', 'hides'] as const
</script>

<template>
  <fieldset class="grid gap-3">
    <legend class="part-name mb-2">{{ labels.title }}</legend>
    <TagField
      v-model="form.tags"
      :label="labels.tags"
      :known="(brand.view?.tags ?? []).map(({ name }) => name)"
      :error="errors['tags']"
    />
    <TextField
      v-model="hashtags"
      :label="labels.hashtags"
      :placeholder="labels.hashtagsHint"
      :error="errors['hashtags']"
      autocomplete="off"
    />
    <div class="grid gap-1.5">
      <template v-for="name in checks" :key="name">
        <label class="flex items-start gap-2"
          ><input v-model="form[name]" type="checkbox" class="mt-[3px] accent-(--act)" />{{
            labels[name]
          }}</label
        >
        <label v-if="name === 'collects' && form.collects" class="ml-6 flex items-start gap-2"
          ><input v-model="form.onRail" type="checkbox" class="mt-[3px] accent-(--act)" />{{
            labels.onRail
          }}</label
        >
      </template>
    </div>
    <UsualPost
      v-model:pillar-id="form.pillarId"
      v-model:account-ids="form.accountIds"
      :hint="words.usualPost.watch"
    />
    <details>
      <summary class="cursor-pointer text-small font-semibold text-ink-2">
        {{ labels.scope }}: {{ labels.chooseScope(form.folders.length + form.sources.length) }}
      </summary>
      <p class="mt-1 text-small text-ink-3">{{ labels.scopeHint }}</p>
      <div class="mt-1.5 grid max-h-[220px] gap-1 overflow-y-auto rounded-md border border-rule p-2">
        <label v-for="folder in known.folders" :key="folder.id" class="flex items-center gap-2"
          ><input
            type="checkbox"
            class="accent-(--act)"
            :checked="form.folders.includes(folder.id)"
            @change="form.folders = toggled(form.folders, folder.id)"
          />{{ labels.folder(folder.name) }}</label
        >
        <label v-for="source in known.list ?? []" :key="source.id" class="flex items-center gap-2"
          ><input
            type="checkbox"
            class="accent-(--act)"
            :checked="form.sources.includes(source.id)"
            @change="form.sources = toggled(form.sources, source.id)"
          /><span class="truncate">{{ source.label }}</span></label
        >
      </div>
    </details>
  </fieldset>
</template>
