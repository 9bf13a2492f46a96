<script setup lang="ts">
import { postRoutes } from '#shared/posts/routes'
import { plainCopy } from '~/base/plainCopy'
import { Plus, X } from '@lucide/vue'
import { USUAL_WRITING } from '#shared/posts/docs'
import { writingSchema } from '#shared/posts/schemas'
import * as words from '#shared/words'
import { useDeskContext } from '~/posts/deskStore'
import HashtagField from '~/posts/HashtagField.vue'
import LinkMarks from '~/posts/LinkMarks.vue'

const labels = words.writingSetUp
const brand = useBrandStore()
const session = useSessionStore()
const { data: context, failed, reload } = useDeskContext()
const form = useForm(writingSchema, { version: 1, writing: structuredClone(USUAL_WRITING) })
const isLoaded = ref(false)
function start(): void {
  if (!context.value) return
  const { writingVersion, writing: stored } = context.value
  form.start({ version: writingVersion, writing: plainCopy(stored) })
  typedWords.value = stored.wordsNotUsed.join(', ')
  isLoaded.value = true
}
const writing = computed(() => form.values.writing)
const lengths = Object.entries(labels.lengths).map(([value, label]) => ({ value, label }))
const kinds = Object.entries(labels.phraseKinds).map(([value, label]) => ({ value, label }))
const rules = Object.entries(labels.linkRules).map(([value, label]) => ({ value, label }))
// What stands in the field is kept as it is typed: a comma at its end is the beginning of the next word.
const typedWords = ref('')
function typeWords(typed: string): void {
  typedWords.value = typed
  writing.value.wordsNotUsed = typed
    .split(',')
    .map((word) => word.trim())
    .filter(Boolean)
}
// What is typed stays while other things of the brand change.
watch(() => `${session.brandId} ${context.value !== null}`, start, { immediate: true })
async function save(): Promise<void> {
  // Rows left empty are none.
  writing.value.phrases = writing.value.phrases.filter(({ text }) => text.trim() !== '')
  writing.value.hashtagGroups = writing.value.hashtagGroups.filter(({ name }) => name.trim() !== '')
  const isSaved = await form.send((values) =>
    brand.change(labels.saved, () => brand.call(postRoutes.saveWriting, { body: values })),
  )
  if (isSaved) start()
}
const problem = computed(() => form.problem.value || Object.values(form.errors.value)[0] || '')
const field = 'min-w-0 rounded-md border border-edge bg-sheet px-2 py-1.5 text-base'
const remove = 'grid size-8 place-items-center text-ink-3 hover:text-ink'
</script>

<template>
  <div>
    <PartHead :title="labels.title" :intro="labels.detail" />
    <form v-if="isLoaded" class="mx-6 mb-8 grid max-w-[720px] gap-6" novalidate @submit.prevent="save">
      <fieldset class="grid gap-3" :disabled="!brand.canWork">
        <legend class="part-name mb-2">{{ labels.instruction }}</legend>
        <TextField
          v-model="writing.instruction.role"
          :label="labels.role"
          :placeholder="labels.roleHint"
          maxlength="500"
        />
        <TextField
          v-model="writing.instruction.readers"
          :label="labels.readers"
          :placeholder="labels.readersHint"
          maxlength="500"
        />
        <div class="grid grid-cols-2 gap-3 max-column:grid-cols-1">
          <TextField
            v-model="writing.instruction.tone"
            :label="labels.tone"
            :placeholder="labels.toneHint"
            maxlength="500"
          />
          <ChoiceField v-model="writing.instruction.length" :label="labels.length" :choices="lengths" />
        </div>
        <p class="text-small text-ink-3">{{ labels.instructionHint }}</p>
        <TextField
          :model-value="typedWords"
          :label="labels.wordsNotUsed"
          :hint="labels.wordsHint"
          @update:model-value="typeWords"
        />
      </fieldset>
      <fieldset class="grid gap-2" :disabled="!brand.canWork">
        <legend class="part-name mb-2">{{ labels.phrases }}</legend>
        <div
          v-for="(phrase, at) in writing.phrases"
          :key="at"
          class="grid grid-cols-[130px_minmax(0,1fr)_32px] gap-2"
        >
          <select v-model="phrase.kind" :aria-label="labels.phraseKind" :class="field">
            <option v-for="kind in kinds" :key="kind.value" :value="kind.value">{{ kind.label }}</option>
          </select>
          <input v-model="phrase.text" :aria-label="labels.phraseText" maxlength="500" :class="field" />
          <button
            type="button"
            :class="remove"
            :aria-label="`${words.frame.remove}: ${phrase.text}`"
            @click="writing.phrases.splice(at, 1)"
          >
            <X :size="15" aria-hidden="true" />
          </button>
        </div>
        <PlainButton
          kind="quiet"
          class="justify-self-start"
          @click="writing.phrases.push({ kind: 'phrase', text: '' })"
          ><Plus :size="14" aria-hidden="true" />{{ labels.addPhrase }}</PlainButton
        >
      </fieldset>
      <fieldset class="grid gap-2" :disabled="!brand.canWork">
        <legend class="part-name mb-2">{{ labels.groups }}</legend>
        <div
          v-for="(group, at) in writing.hashtagGroups"
          :key="at"
          class="grid grid-cols-[180px_minmax(0,1fr)_32px] gap-2"
        >
          <input
            v-model="group.name"
            :aria-label="labels.groupName"
            :placeholder="labels.groupName"
            maxlength="120"
            :class="field"
          />
          <HashtagField
            v-model="group.tags"
            class="py-1.5 text-base"
            :label="labels.groupTags"
            :placeholder="labels.groupTags"
          />
          <button
            type="button"
            :class="remove"
            :aria-label="`${words.frame.remove}: ${group.name}`"
            @click="writing.hashtagGroups.splice(at, 1)"
          >
            <X :size="15" aria-hidden="true" />
          </button>
        </div>
        <PlainButton
          kind="quiet"
          class="justify-self-start"
          @click="writing.hashtagGroups.push({ name: '', tags: [] })"
          ><Plus :size="14" aria-hidden="true" />{{ labels.addGroup }}</PlainButton
        >
        <TextField
          v-model.number="writing.hashtagMost"
          class="max-w-[180px]"
          :label="labels.hashtagMost"
          inputmode="numeric"
        />
      </fieldset>
      <fieldset class="grid gap-3" :disabled="!brand.canWork">
        <legend class="part-name mb-2">{{ labels.links }}</legend>
        <ChoiceField v-model="writing.linkRule.kind" :label="labels.linkRule" :choices="rules" />
        <p v-if="writing.linkRule.kind === 'short' && !context?.shortBase" class="text-small text-warn">
          {{ labels.noShort }}
        </p>
        <LinkMarks v-if="writing.linkRule.kind !== 'plain'" v-model="writing.linkRule.marks" />
        <label v-if="writing.linkRule.kind === 'marks'" class="flex min-h-6 items-center gap-2"
          ><input v-model="writing.marksInText" type="checkbox" class="accent-(--act)" />{{
            labels.marksInText
          }}</label
        >
      </fieldset>
      <fieldset :disabled="!brand.canWork">
        <legend class="part-name mb-2">{{ labels.checks }}</legend>
        <label class="flex min-h-6 items-center gap-2"
          ><input v-model="writing.warnUnopened" type="checkbox" class="accent-(--act)" />{{
            labels.warnUnopened
          }}</label
        >
      </fieldset>
      <fieldset :disabled="!brand.canWork">
        <legend class="part-name mb-2">{{ words.clippings.title }}</legend>
        <label class="flex min-h-6 items-center gap-2"
          ><input v-model="writing.clippingsDone" type="checkbox" class="accent-(--act)" />{{
            labels.clippingsDone
          }}</label
        >
      </fieldset>
      <ErrorMessage :message="problem" />
      <div v-if="brand.canWork">
        <PlainButton kind="act" type="submit" :busy="form.busy.value">{{ words.frame.save }}</PlainButton>
      </div>
    </form>
    <div v-else-if="failed" class="px-6">
      <ErrorMessage :message="failed" />
      <PlainButton class="mt-3" @click="reload()">{{ words.frame.again }}</PlainButton>
    </div>
    <p v-else class="px-6 text-ink-3">{{ words.frame.loading }} …</p>
  </div>
</template>
