<script setup lang="ts">
import { EMPTY_FORM, formOfQuery, queryOfForm } from '#core/watch/form'
import { formatWatch } from '#core/watch/format'
import * as words from '#shared/words'
import { complaintsOf, fieldsOfForm, formOfFields, type QueryFields } from './queryForm'
import { readQuery } from './readQuery'
import { useSources } from '~/sources/useSources'

const props = defineProps<{ query: string }>()
const emit = defineEmits<{ 'update:query': [query: string] }>()
const labels = words.watch.form
const sources = useSources()
const fields = ref<QueryFields>(fieldsOfForm(structuredClone(EMPTY_FORM)))
const left = reactive(new Set<string>())
const complaints = computed(() => complaintsOf(fields.value))
const id = useId()
const ask = (now: QueryFields): string => {
  const tree = queryOfForm(formOfFields(now))
  return tree ? formatWatch(tree) : ''
}
// What is typed stays as it is typed; only another query fills the fields anew.
watch(
  () => props.query,
  (query) => {
    const { tree } = readQuery(query)
    if ((tree ? formatWatch(tree) : '') === ask(fields.value)) return
    const form = tree ? formOfQuery(tree) : structuredClone(EMPTY_FORM)
    if (form) fields.value = fieldsOfForm(form)
  },
  { immediate: true },
)
function put(name: keyof QueryFields, value: string): void {
  fields.value = { ...fields.value, [name]: value }
  emit('update:query', ask(fields.value))
}
const errorOf = (name: keyof QueryFields): string | undefined =>
  left.has(name) ? complaints.value[name] : undefined
const more = [
  'sites',
  'notSites',
  'sources',
  'notSources',
  'authors',
  'notAuthors',
  'languages',
  'regions',
] as const
const limits = ['age', 'minWords', 'maxWords', 'outlets'] as const
const isAnyOf = (names: readonly (keyof QueryFields)[]): boolean =>
  names.some((name) => fields.value[name] !== '')
// Open where something stands in it; afterwards as one left it.
const moreOpen = ref(isAnyOf(more))
const limitsOpen = ref(isAnyOf(limits))
const hint = (name: string): string | undefined => Reflect.get(labels, `${name}Hint`) as string | undefined
</script>

<template>
  <div class="grid gap-3">
    <TextField
      v-for="name in ['lead', 'side'] as const"
      :key="name"
      :model-value="fields[name]"
      :label="labels[name]"
      :placeholder="hint(name)"
      :error="errorOf(name)"
      spellcheck="false"
      autocomplete="off"
      @update:model-value="put(name, $event)"
      @leave="left.add(name)"
    />
    <div class="grid grid-cols-2 gap-3">
      <TextField
        v-for="name in ['all', 'exact', 'none'] as const"
        :key="name"
        :model-value="fields[name]"
        :label="labels[name]"
        :placeholder="hint(name)"
        :error="errorOf(name)"
        spellcheck="false"
        autocomplete="off"
        @update:model-value="put(name, $event)"
        @leave="left.add(name)"
      />
      <ChoiceField
        :model-value="fields.where"
        :label="labels.where"
        :choices="Object.entries(labels.wheres).map(([value, label]) => ({ value, label }))"
        @update:model-value="put('where', $event)"
      />
    </div>
    <p class="-mt-1 text-small text-ink-3">{{ labels.help }}</p>
    <details :open="moreOpen" @toggle="moreOpen = ($event.target as HTMLDetailsElement).open">
      <summary class="cursor-pointer py-0.5 text-small font-semibold text-ink-2">{{ labels.more }}</summary>
      <div class="mt-2 grid grid-cols-2 gap-x-3 gap-y-2.5">
        <TextField
          v-for="name in more"
          :key="name"
          :model-value="fields[name]"
          :label="labels[name]"
          :placeholder="hint(name)"
          :error="errorOf(name)"
          :list="
            name === 'sources' || name === 'notSources'
              ? `${id}-sources`
              : name === 'regions'
                ? `${id}-regions`
                : undefined
          "
          spellcheck="false"
          autocomplete="off"
          @update:model-value="put(name, $event)"
          @leave="left.add(name)"
        />
        <datalist :id="`${id}-sources`">
          <option v-for="source in sources.list ?? []" :key="source.id" :value="source.label" />
        </datalist>
        <datalist :id="`${id}-regions`">
          <option v-for="region in sources.regions" :key="region" :value="region" />
        </datalist>
      </div>
    </details>
    <details :open="limitsOpen" @toggle="limitsOpen = ($event.target as HTMLDetailsElement).open">
      <summary class="cursor-pointer py-0.5 text-small font-semibold text-ink-2">{{ labels.limits }}</summary>
      <div class="mt-2 grid grid-cols-2 gap-x-3 gap-y-2.5">
        <TextField
          v-for="name in limits"
          :key="name"
          :model-value="fields[name]"
          :label="labels[name]"
          :placeholder="name === 'outlets' ? undefined : hint(name)"
          :hint="name === 'outlets' ? labels.outletsHint : undefined"
          :error="errorOf(name)"
          :inputmode="name === 'age' ? undefined : 'numeric'"
          autocomplete="off"
          @update:model-value="put(name, $event)"
          @leave="left.add(name)"
        />
      </div>
    </details>
  </div>
</template>
