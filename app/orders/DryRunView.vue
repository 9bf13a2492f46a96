<script setup lang="ts">
import { LEFT } from '#shared/orders/messages'
import { makesPosts, type DryRun, type OrderRule } from '#shared/orders/types'
import * as words from '#shared/words'
import DayBars from './DayBars.vue'

/** What an order would have done in the last days, and what it would have left, and why. */
const props = defineProps<{
  rule: OrderRule
  run: DryRun | null
  progress: { looked: number; of: number } | null
  failed: string
}>()
const emit = defineEmits<{ again: [] }>()
const labels = words.orders.dry
const brand = useBrandStore()
const times = useTimes()
const isArticle = computed(() => props.rule.from.kind === 'articles')
const isMaking = computed(() => makesPosts(props.rule.act))
const most = computed(() => Math.max(1, ...(props.run?.left ?? []).map(({ count }) => count)))
const more = computed(() => (props.run ? props.run.taken - props.run.made.length : 0))
const looking = computed(() =>
  props.progress && props.progress.of > 0
    ? labels.looking(props.progress.looked, props.progress.of)
    : labels.lookingSoon,
)
</script>

<template>
  <section class="grid content-start gap-4 px-6 py-5 max-column:px-3.5" :aria-label="labels.title">
    <div class="flex flex-wrap items-baseline gap-x-3">
      <h2 class="serif text-name font-medium tracking-[-0.2px]">{{ labels.title }}</h2>
      <p v-if="run && isArticle" class="text-ink-2" data-summary>
        {{ labels.summary(run.taken, rule.act, run.articles) }}
      </p>
    </div>
    <p v-if="!isArticle" class="text-ink-2">{{ labels.notArticles }}</p>
    <template v-else>
      <div class="-my-2 min-h-[6px]">
        <ProgressBar
          v-if="progress"
          :done="progress.looked"
          :total="Math.max(1, progress.of)"
          :label="looking"
        />
      </div>
      <div v-if="failed">
        <ErrorMessage :message="failed" />
        <PlainButton class="mt-3" @click="emit('again')">{{ labels.again }}</PlainButton>
      </div>
      <template v-if="run">
        <div :aria-busy="progress !== null" class="grid gap-5">
          <DayBars :days="run.perDay" :ceiling="rule.when.perDay" />
          <p v-if="run.articles === 0" class="text-ink-2">{{ labels.noArticles }}</p>
          <p v-else-if="run.taken === 0" class="text-ink-2">{{ labels.none }}</p>
          <div v-if="run.made.length > 0">
            <h3 class="part-name">{{ isMaking ? labels.made : labels.takenTitle }}</h3>
            <ol class="divide-y divide-rule">
              <li
                v-for="one in run.made"
                :key="one.articleId"
                :class="[
                  'grid grid-cols-[64px_minmax(0,1fr)_minmax(120px,0.4fr)] gap-x-4 py-2.5',
                  'max-wide:grid-cols-[56px_minmax(0,1fr)]',
                ]"
                data-made
              >
                <p class="text-small text-ink-2" :title="times.exact(one.at)">
                  {{ times.dayMonth(one.at) }}
                </p>
                <div class="min-w-0">
                  <p class="serif line-clamp-2 font-medium wrap-anywhere" dir="auto">{{ one.title }}</p>
                  <p class="text-small text-ink-3">{{ one.source }}</p>
                  <p
                    v-if="isMaking"
                    class="mt-0.5 line-clamp-5 wrap-anywhere whitespace-pre-line"
                    :class="one.text ? 'text-ink-2' : 'text-bad'"
                    dir="auto"
                  >
                    {{ one.text || labels.emptyText }}
                  </p>
                </div>
                <ul class="grid content-start gap-0.5 text-small max-wide:col-start-2 max-wide:mt-1">
                  <li
                    v-for="place in one.places"
                    :key="place.accountId"
                    :class="place.isStop ? 'text-bad' : 'text-ink-2'"
                  >
                    <b class="font-semibold">{{ brand.accountName(place.accountId) }}</b>
                    {{ place.isStop || !place.at ? '' : times.shortDayTime(place.at) }}
                    <span v-if="place.message" class="block wrap-anywhere">{{ place.message }}</span>
                  </li>
                </ul>
              </li>
            </ol>
            <p v-if="more > 0" class="border-t border-rule pt-2 text-small text-ink-3">
              {{ labels.more(more) }}
            </p>
          </div>
          <div v-if="run.left.length > 0">
            <h3 class="part-name">{{ labels.left }}</h3>
            <ul class="grid gap-2">
              <li v-for="one in run.left" :key="one.why" :title="one.titles.join('\n')" data-left>
                <p class="flex justify-between gap-3">
                  <span>{{ LEFT[one.why] }}</span><span class="tabular-nums">{{
                    one.count.toLocaleString('en')
                  }}</span>
                </p>
                <div class="h-1.5 rounded-full bg-well">
                  <div
                    class="h-full rounded-full bg-edge"
                    :style="{ width: `${(100 * one.count) / most}%` }"
                  />
                </div>
              </li>
            </ul>
          </div>
        </div>
      </template>
    </template>
  </section>
</template>
