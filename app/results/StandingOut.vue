<script setup lang="ts">
import type { ResultsView, StandingOut } from '#shared/results/types'
import * as words from '#shared/words'
import { amount } from './figures'
import ChartFrame from './ChartFrame.vue'

/**
 * The posts that surely got more, or less, than their accounts' posts usually get, and what to do about
 * them.
 */
const props = defineProps<{ view: ResultsView }>()
const labels = words.results.standing
const brand = useBrandStore()
const sentence = computed(() => labels.sentence(props.view.standing.above, props.view.standing.below))
const SHOWN = 4
const lists = computed(() => [
  {
    name: labels.best,
    none: labels.noBest,
    act: labels.again,
    posts: props.view.best.slice(0, SHOWN),
    sure: (post: StandingOut) => post.chanceAbove,
  },
  {
    name: labels.weakest,
    none: labels.noWeakest,
    act: labels.reword,
    posts: props.view.weakest.slice(0, SHOWN),
    sure: (post: StandingOut) => 1 - post.chanceAbove,
  },
])
const rows = computed(() =>
  [...props.view.best, ...props.view.weakest].map(({ text, sent, responses, ratio, chanceAbove }) => [
    text,
    sent,
    responses,
    Number(ratio.value.toFixed(2)),
    Number(ratio.low.toFixed(2)),
    Number(ratio.high.toFixed(2)),
    Math.floor(chanceAbove * 100),
  ]),
)
const writeFrom = ({ postId, wording }: StandingOut): string => `/desk/new?post=${postId}&after=${wording}`
</script>

<template>
  <ChartFrame
    :title="labels.title"
    :sentence="sentence"
    file="posts-that-stand-out"
    :head="labels.head"
    :rows="rows"
    is-table
  >
    <div class="grid grid-cols-2 gap-x-6 gap-y-3 max-column:grid-cols-1">
      <section v-for="list in lists" :key="list.name" :aria-label="list.name" class="min-w-0">
        <h3 class="text-small font-semibold text-ink-2">{{ list.name }}</h3>
        <p v-if="list.posts.length === 0" class="mt-1 text-small text-ink-3">{{ list.none }}</p>
        <ul v-else class="mt-1 divide-y divide-rule border-y border-rule">
          <li v-for="post in list.posts" :key="post.postId" class="flex items-center gap-3 py-[7px]">
            <div class="min-w-0 grow">
              <NuxtLink :to="`/delivery/${post.deliveryId}`" class="flex items-baseline gap-2" dir="auto">
                <i
                  class="size-[7px] shrink-0 self-center rounded-[1px]"
                  :style="{ background: brand.pillarInk(post.pillarId) }"
                  aria-hidden="true"
                />
                <span class="serif truncate text-[14.5px]">{{ post.text }}</span>
              </NuxtLink>
              <p class="pl-[15px] text-[11.5px] text-ink-3">
                {{ labels.ratio(amount(post.ratio.value)) }} · {{ labels.sure(list.sure(post)) }}
              </p>
            </div>
            <PlainButton v-if="brand.canWork" class="shrink-0 print:hidden" :to="writeFrom(post)">{{
              list.act
            }}</PlainButton>
          </li>
        </ul>
      </section>
    </div>
  </ChartFrame>
</template>
