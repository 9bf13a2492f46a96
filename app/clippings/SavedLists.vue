<script setup lang="ts">
import { Download } from '@lucide/vue'
import { savedListRoutes } from '#shared/clippings/routes'
import type { ListColumn } from '#shared/clippings/types'
import * as words from '#shared/words'
import { sentenceOf } from '~/base/client'
import { useSavedLists } from './useSavedLists'

/** Lists of what was saved elsewhere, read in and written. */
defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: [] }>()
const labels = words.savedLists
const brand = useBrandStore()
const lists = useSavedLists()
const shelved = ref(false)
const busy = ref('')
const problem = ref('')
const asks = ref(false)

async function run(what: string, work: () => Promise<void>): Promise<void> {
  if (busy.value !== '') return
  busy.value = what
  problem.value = ''
  try {
    await work()
  } catch (error) {
    problem.value = sentenceOf(error)
  } finally {
    busy.value = ''
  }
}
const now = computed(() => lists.shown)
const done = computed(() => (now.value ? now.value.total - now.value.waiting : 0))
const isGoing = computed(() => (now.value?.waiting ?? 0) > 0)
const names = Object.entries(labels.columnNames) as [ListColumn, string][]
const columns = computed(() =>
  (lists.chosen?.look.table?.heads ?? []).map((head, at) => ({
    value: at,
    label: head || labels.column(at + 1),
  })),
)
const first = (column: number | null): string =>
  column === null
    ? ''
    : (lists.chosen?.look.table?.rows.map((cells) => cells[column] ?? '').find((cell) => cell !== '') ?? '')
function match(column: ListColumn, typed: string): void {
  if (lists.chosen) lists.chosen.columns[column] = typed === '' ? null : Number(typed)
}
async function takeBack(): Promise<void> {
  asks.value = false
  await run('take-back', () => lists.act('takeBack'))
}
</script>

<template>
  <SideDialog :open="open" :title="labels.title" @close="emit('close')">
    <div class="grid gap-5">
      <section v-if="brand.canWork" class="grid gap-3">
        <p class="text-ink-2">{{ labels.intro }}</p>
        <FileButton
          :label="lists.chosen ? labels.other : labels.choose"
          accept=".html,.htm,.csv,.tsv,.txt,.json,.opml,.xml,text/*,application/json"
          :kind="lists.chosen || now ? 'plain' : 'act'"
          :busy="busy === 'choose'"
          @file="(file) => run('choose', () => lists.choose(file))"
        />
        <form
          v-if="lists.chosen"
          class="grid gap-3 rounded-lg border border-rule bg-paper p-4"
          novalidate
          @submit.prevent="run('start', () => lists.start(shelved))"
        >
          <p class="font-semibold wrap-anywhere">{{ lists.chosen.name }}</p>
          <p class="text-ink-2">
            {{
              (lists.chosen.look.table ? labels.foundRows : labels.found)(
                labels.kinds[lists.chosen.look.kind],
                lists.chosen.look.count,
              )
            }}
          </p>
          <fieldset v-if="lists.chosen.look.table" class="grid gap-2">
            <legend class="mb-1.5 text-small font-semibold text-ink-2">{{ labels.columns }}</legend>
            <label
              v-for="[column, name] in names"
              :key="column"
              class="grid grid-cols-[70px_minmax(0,1fr)] items-center gap-x-2 gap-y-0.5"
            >
              <span>{{ name }}</span>
              <PlainSelect
                :model-value="
                  lists.chosen.columns[column] === null ? '' : String(lists.chosen.columns[column])
                "
                :label="name"
                @update:model-value="match(column, $event)"
              >
                <option v-if="column !== 'url'" value="">{{ labels.noColumn }}</option>
                <option v-for="one in columns" :key="one.value" :value="String(one.value)">
                  {{ one.label }}
                </option>
              </PlainSelect>
              <span
                v-if="first(lists.chosen.columns[column])"
                class="col-start-2 truncate text-small text-ink-3"
                >{{ first(lists.chosen.columns[column]) }}</span
              >
            </label>
          </fieldset>
          <label class="flex items-start gap-2"
            ><input v-model="shelved" type="checkbox" class="mt-1 accent-(--act)" /><span>{{
              labels.shelved
            }}</span></label
          >
          <PlainButton
            class="justify-self-start"
            kind="act"
            type="submit"
            :busy="busy === 'start'"
            :disabled="lists.chosen.look.count === 0"
            >{{ labels.start }}</PlainButton
          >
        </form>
        <ErrorMessage :message="problem" />
        <div v-if="now" class="grid gap-2.5 rounded-lg border border-rule bg-paper p-4">
          <p class="font-semibold" aria-live="polite">
            {{
              isGoing
                ? labels.reading(done, now.total)
                : labels.summary(now.added, now.known, now.notAdded + now.problems.length)
            }}
          </p>
          <p class="text-small text-ink-2 wrap-anywhere">
            {{ now.name }}<template v-if="now.stopped"> · {{ labels.stopped }}</template>
          </p>
          <ProgressBar v-if="isGoing" :label="labels.title" :done="done" :total="now.total" />
          <div class="flex flex-wrap gap-2">
            <PlainButton
              v-if="isGoing"
              :busy="busy === 'stop'"
              @click="run('stop', () => lists.act('stop'))"
              >{{ labels.stop }}</PlainButton
            >
            <template v-else>
              <PlainButton
                v-if="now.notAdded > 0"
                :busy="busy === 'again'"
                @click="run('again', () => lists.act('again'))"
                >{{ labels.again }}</PlainButton
              >
              <PlainButton v-if="now.standing > 0" :busy="busy === 'take-back'" @click="asks = true">{{
                labels.takeBack(now.standing)
              }}</PlainButton>
              <PlainButton kind="quiet" @click="lists.dismiss()">{{ words.source.dismiss }}</PlainButton>
            </template>
          </div>
          <ReadProblems
            :title="labels.problems"
            :in-line="labels.inLine"
            :problems="now.problems"
            :failed="now.failed"
            :refused="now.notAdded"
            :more="labels.more"
          />
        </div>
      </section>
      <section class="grid gap-2">
        <h3 class="part-name">{{ labels.out }}</h3>
        <p class="text-ink-2">{{ labels.outDetail }}</p>
        <ul class="flex flex-wrap gap-x-4 gap-y-1">
          <li v-for="(name, format) in labels.formats" :key="format">
            <a
              :href="brand.pathTo(savedListRoutes.save, { query: { format } })"
              download
              class="inline-flex min-h-8 items-center gap-1.5 font-semibold text-act"
              ><Download :size="14" aria-hidden="true" />{{ name }}</a
            >
          </li>
        </ul>
      </section>
    </div>
    <AskDialog
      :open="asks"
      :title="labels.takeBackTitle"
      :detail="labels.takeBackDetail"
      :yes="labels.takeBackYes"
      :no="words.frame.cancel"
      @yes="takeBack"
      @no="asks = false"
    />
  </SideDialog>
</template>
