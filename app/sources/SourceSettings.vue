<script setup lang="ts">
import * as words from '#shared/words'
import type { Wishes } from './sourceForms'
import { useSources } from './useSources'
import UsualPost from '~/posts/UsualPost.vue'

// The form is its owner's: its fields are written here, one by one.
// `folded`: what is rarely wanted is put away behind a line, so that adding a source stays one look and one
// press.
const props = defineProps<{
  values: Wishes
  errors: Record<string, string>
  folded?: boolean
  byMail?: boolean
}>()
const emit = defineEmits<{ leave: [field: string] }>()
const labels = words.source
const brand = useBrandStore()
const sources = useSources()
const id = useId()
const form = computed(() => props.values)
const networks = computed(() => {
  const byId = new Map((brand.view?.accounts ?? []).map((account) => [account.rules.id, account.rules.name]))
  return [...byId].map(([network, name]) => ({ network, name }))
})
const languages = [
  { value: '', label: labels.languageOfFeed },
  ...Object.entries(words.wire.filters.languages).map(([value, label]) => ({ value, label })),
]
</script>

<template>
  <div class="grid content-start gap-4">
    <TextField
      v-model="form.label"
      :label="labels.label"
      :error="errors['label']"
      @leave="emit('leave', 'label')"
    />
    <TextField
      v-model="form.folder"
      :label="labels.folder"
      :placeholder="labels.folderHint"
      :list="`${id}-folders`"
      :error="errors['folder']"
      @leave="emit('leave', 'folder')"
    />
    <datalist :id="`${id}-folders`">
      <option v-for="folder in sources.folderNames" :key="folder" :value="folder" />
    </datalist>
    <label class="flex items-center gap-2"
      ><input v-model="form.own" type="checkbox" class="accent-(--act)" />{{ labels.own }}</label
    >
    <label class="-mt-2 flex items-center gap-2"
      ><input v-model="form.onlyNew" type="checkbox" class="accent-(--act)" />{{ labels.onlyNew }}</label
    >
    <label class="-mt-2 flex items-center gap-2" :title="labels.clipsHelp"
      ><input v-model="form.clips" type="checkbox" class="accent-(--act)" />{{ labels.clips }}</label
    >
    <label v-if="byMail" class="-mt-2 flex items-center gap-2"
      ><input v-model="form.byLink" type="checkbox" class="accent-(--act)" />{{ labels.byLink }}</label
    >
    <slot name="more" />
    <component :is="folded ? 'details' : 'div'" class="grid gap-4">
      <summary v-if="folded" class="cursor-pointer text-small font-semibold text-ink-2">
        {{ labels.more }}
      </summary>
      <div class="grid gap-4" :class="folded ? 'mt-3' : ''">
        <TextField
          v-model="form.leaveOut"
          :label="labels.leaveOut"
          :placeholder="labels.leaveOutHint"
          :hint="labels.leaveOutHelp"
          :error="errors['leaveOut']"
          @leave="emit('leave', 'leaveOut')"
        />
        <TagField
          v-model="form.tags"
          :label="labels.tags"
          :known="(brand.view?.tags ?? []).map(({ name }) => name)"
          :error="errors['tags']"
        />
        <div class="grid grid-cols-2 gap-3">
          <TextField
            v-model="form.region"
            :label="labels.region"
            :list="`${id}-regions`"
            :error="errors['region']"
            @leave="emit('leave', 'region')"
          />
          <datalist :id="`${id}-regions`">
            <option v-for="region in sources.regions" :key="region" :value="region" />
          </datalist>
          <ChoiceField
            v-model="form.language"
            :label="labels.language"
            :choices="languages"
            :error="errors['language']"
          />
        </div>
        <UsualPost
          v-model:pillar-id="form.pillarId"
          v-model:account-ids="form.accountIds"
          :hint="words.usualPost.source"
        />
        <p v-if="errors['pillarId']" class="text-small text-bad" role="alert">{{ errors['pillarId'] }}</p>
        <fieldset v-if="networks.length > 0" class="grid gap-2">
          <legend class="mb-1 text-small font-semibold text-ink-2">{{ labels.credits }}</legend>
          <label
            v-for="network in networks"
            :key="network.network"
            class="grid grid-cols-[110px_1fr] items-center gap-2"
          >
            <span class="truncate text-small">{{ network.name }}</span>
            <input
              v-model="form.credits[network.network]"
              :placeholder="labels.creditHint"
              autocomplete="off"
              spellcheck="false"
              class="min-w-0 rounded-md border border-edge bg-sheet px-2.5 py-1 text-base placeholder:text-ink-3"
            />
          </label>
          <p class="text-small text-ink-3">{{ labels.creditsHelp }}</p>
          <p v-if="errors['credits']" class="text-small text-bad" role="alert">{{ errors['credits'] }}</p>
        </fieldset>
      </div>
    </component>
  </div>
</template>
