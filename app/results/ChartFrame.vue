<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { Download, Table2 } from '@lucide/vue'
import * as words from '#shared/words'
import { pngOf, svgText } from './exportChart'
import { csvText, download, type Cell } from '~/base/saveFile'

/**
 * A chart with its name, a sentence that says what it shows, the table behind it, and files of both. A chart
 * without a drawing of its own (`isTable`) is its table.
 */
const props = defineProps<{
  title: string
  detail?: string
  sentence: string
  /** What its files are called. */
  file: string
  head: string[]
  rows: Cell[][]
  isTable?: boolean
}>()
const labels = words.results.chart
const notices = useNoticesStore()
const menu =
  'absolute right-0 z-20 mt-1 min-w-[110px] rounded-md border border-rule bg-sheet py-1 shadow-(--lift)'
const showsTable = ref(false)
const frame = ref<HTMLElement | null>(null)

const drawn = (): SVGSVGElement | null => frame.value?.querySelector('svg[data-chart]') ?? null
function saveCsv(): void {
  download(`${props.file}.csv`, new Blob([csvText(props.head, props.rows)], { type: 'text/csv' }))
}
function saveSvg(): void {
  const svg = drawn()
  if (svg) download(`${props.file}.svg`, new Blob([svgText(svg)], { type: 'image/svg+xml' }))
}
async function savePng(): Promise<void> {
  const svg = drawn()
  if (!svg) return
  try {
    download(`${props.file}.png`, await pngOf(svg))
  } catch (error) {
    notices.complain(error)
  }
}
const files = computed(() => [
  { name: 'CSV', save: saveCsv },
  ...(props.isTable || showsTable.value
    ? []
    : [
        { name: 'SVG', save: saveSvg },
        { name: 'PNG', save: () => void savePng() },
      ]),
])
const numeric = (at: number): boolean => props.rows.some((row) => typeof row[at] === 'number')
</script>

<template>
  <section
    ref="frame"
    class="flex min-w-0 flex-col rounded-lg border border-rule bg-sheet px-4 py-3"
    :aria-label="title"
  >
    <header class="flex items-start gap-x-2.5">
      <div class="flex min-w-0 flex-wrap items-baseline gap-x-2.5 gap-y-0.5 pt-[3px]">
        <h2 class="part-name">{{ title }}</h2>
        <p v-if="detail" class="text-small text-ink-3">{{ detail }}</p>
      </div>
      <span class="ml-auto flex items-center gap-0.5 self-start print:hidden">
        <ToolButton
          v-if="!isTable && rows.length > 0"
          :label="showsTable ? labels.asChart : labels.asTable"
          :aria-pressed="showsTable"
          @click="showsTable = !showsTable"
          ><Table2 :size="15" aria-hidden="true"
        /></ToolButton>
        <Menu v-if="rows.length > 0" as="div" class="relative">
          <MenuButton
            class="grid size-[26px] place-items-center rounded text-ink-2 hover:bg-well hover:text-ink"
            :aria-label="labels.save(title)"
            :title="labels.save(title)"
          >
            <Download :size="15" aria-hidden="true" />
          </MenuButton>
          <MenuItems :class="menu">
            <MenuItem v-for="file in files" :key="file.name" v-slot="{ active }">
              <button
                type="button"
                class="block w-full px-3 py-1.5 text-left text-small"
                :class="active ? 'bg-well' : ''"
                @click="file.save()"
              >
                {{ labels.as(file.name) }}
              </button>
            </MenuItem>
          </MenuItems>
        </Menu>
      </span>
    </header>
    <p class="mt-1 max-w-[76ch] text-small text-ink-2">{{ sentence }}</p>
    <slot name="choice" />
    <div
      v-if="showsTable"
      class="mt-3 max-h-[340px] overflow-auto"
      tabindex="0"
      role="group"
      :aria-label="title"
    >
      <table class="w-full text-small">
        <thead class="sticky top-0 bg-sheet">
          <tr class="text-left text-ink-3">
            <th
              v-for="(name, at) in head"
              :key="name"
              class="pr-4 pb-1 font-normal last:pr-0"
              :class="numeric(at) ? 'text-right' : ''"
            >
              {{ name }}
            </th>
          </tr>
        </thead>
        <tbody class="divide-y divide-rule border-y border-rule">
          <tr v-for="(row, at) in rows" :key="at">
            <td
              v-for="(cell, column) in row"
              :key="column"
              class="py-1 pr-4 wrap-anywhere last:pr-0"
              :class="numeric(column) ? 'text-right tabular-nums' : ''"
            >
              {{ cell ?? words.results.notTold }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <div v-else class="mt-2 grow"><slot /></div>
  </section>
</template>
