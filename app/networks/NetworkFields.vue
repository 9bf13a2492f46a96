<script setup lang="ts">
import { SHAPES, type NetworkKind } from '#shared/networks/described'
import * as words from '#shared/words'
import { usualOf, type DescribedValues } from './describedForm'

/** How a network without an open protocol takes posts, field by field. */
defineProps<{
  errors: Record<string, string>
  /** Whether it begins with the usual limits of a kind. */
  isNew?: boolean
}>()
const values = defineModel<DescribedValues>({ required: true })
const emit = defineEmits<{ leave: [field: string] }>()
const labels = words.describedNetwork
const kind = ref<NetworkKind>('notes')
watch(kind, (chosen) => Object.assign(values.value, usualOf(chosen)))
const choicesOf = (names: Record<string, string>) =>
  Object.entries(names).map(([value, label]) => ({ value, label }))
const kinds = choicesOf(labels.kinds)
const countings = choicesOf(labels.countings)
const places = choicesOf(labels.linkPlaces)
const descriptions = choicesOf(labels.descriptionNames)
const shapes = Object.keys(SHAPES).map((value) => ({
  value,
  label: labels.shapes[value as keyof typeof SHAPES],
}))
</script>

<template>
  <div class="grid gap-3">
    <TextField
      v-model="values.name"
      :label="labels.name"
      autocomplete="off"
      :error="errors['name']"
      @leave="emit('leave', 'name')"
    />
    <ChoiceField v-if="isNew" v-model="kind" :label="labels.kind" :choices="kinds" />
    <details :open="!isNew || Object.keys(errors).some((name) => name !== 'name')">
      <summary class="min-h-6 cursor-pointer text-small">
        <b class="font-semibold text-ink-2">{{ labels.limits }}</b>
        <span class="ml-1.5 text-ink-3">{{
          labels.limitsNow(values.limit, labels.linkPlaces[values.links], values.picturesMax)
        }}</span>
      </summary>
      <div class="mt-2 grid grid-cols-2 gap-3">
        <TextField
          v-model="values.limit"
          inputmode="numeric"
          :label="labels.limit"
          :error="errors['limit']"
          @leave="emit('leave', 'limit')"
        />
        <ChoiceField v-model="values.counting" :label="labels.counting" :choices="countings" />
        <ChoiceField v-model="values.links" :label="labels.links" :choices="places" />
        <TextField
          v-model="values.linkLength"
          inputmode="numeric"
          :label="labels.linkLength"
          :placeholder="labels.asLong"
          :error="errors['linkLength']"
          @leave="emit('leave', 'linkLength')"
        />
        <TextField
          v-model="values.picturesMin"
          inputmode="numeric"
          :label="labels.picturesMin"
          :error="errors['picturesMin']"
          @leave="emit('leave', 'picturesMin')"
        />
        <TextField
          v-model="values.picturesMax"
          inputmode="numeric"
          :label="labels.picturesMax"
          :error="errors['picturesMax']"
          @leave="emit('leave', 'picturesMax')"
        />
        <ChoiceField v-model="values.shape" :label="labels.shape" :choices="shapes" />
        <ChoiceField v-model="values.descriptions" :label="labels.descriptions" :choices="descriptions" />
        <TextField
          v-model="values.hashtags"
          inputmode="numeric"
          :label="labels.hashtags"
          :placeholder="labels.anyNumber"
          :error="errors['hashtags']"
          @leave="emit('leave', 'hashtags')"
        />
        <TextField
          v-model="values.perDay"
          inputmode="numeric"
          :label="labels.perDay"
          :placeholder="labels.noLimit"
          :error="errors['perDay']"
          @leave="emit('leave', 'perDay')"
        />
        <TextField
          v-model="values.repeatDays"
          class="col-span-2"
          inputmode="numeric"
          :label="labels.repeatDays"
          :placeholder="labels.noRepeat"
          :error="errors['repeatDays']"
          @leave="emit('leave', 'repeatDays')"
        />
      </div>
    </details>
    <TextField
      v-model="values.opensAt"
      :label="labels.opensAt"
      :hint="labels.opensAtHint"
      :placeholder="labels.opensAtExample"
      inputmode="url"
      autocomplete="off"
      :error="errors['opensAt']"
      @leave="emit('leave', 'opensAt')"
    />
  </div>
</template>
