<script setup lang="ts">
import type { PostResponses } from '#shared/results/types'
import * as words from '#shared/words'

/** All the other times a post went out, so that its wordings and echoes can be compared. */
defineProps<{ others: PostResponses['others'] }>()
const labels = words.results.onPost
const times = useTimes()
type Other = PostResponses['others'][number]
const wordsOf = ({ isEcho, isSameWording }: Other): string =>
  [isSameWording ? labels.sameWords : labels.otherWords, ...(isEcho ? [labels.echo] : [])].join(', ')
</script>

<template>
  <section :aria-label="labels.others">
    <h2 class="part-name mt-6">{{ labels.others }}</h2>
    <div class="mt-2 overflow-x-auto" tabindex="0" role="group" :aria-label="labels.others">
      <table class="w-full text-small">
        <thead>
          <tr class="text-left text-ink-3">
            <th
              v-for="(name, at) in labels.otherHead"
              :key="name"
              class="pb-1 font-normal"
              :class="[at > 0 ? 'pl-3' : '', at > 2 ? 'text-right' : '']"
            >
              {{ name }}
            </th>
          </tr>
        </thead>
        <tbody class="divide-y divide-rule border-y border-rule">
          <tr v-for="other in others" :key="other.deliveryId">
            <td class="py-1.5">
              <NuxtLink
                :to="`/delivery/${other.deliveryId}`"
                class="font-semibold text-act underline underline-offset-2"
                >{{ other.account || words.results.posts.goneAccount }}</NuxtLink
              >
            </td>
            <td class="py-1.5 pl-3 whitespace-nowrap text-ink-2">{{ times.shortDayTime(other.at) }}</td>
            <td class="py-1.5 pl-3" :title="other.text">
              {{ wordsOf(other) }}
              <span v-if="other.isYoung" class="block text-ink-3">{{ labels.stillYoung }}</span>
            </td>
            <td class="py-1.5 pl-3 text-right tabular-nums">{{ other.answers ?? words.results.notTold }}</td>
            <td class="py-1.5 pl-3 text-right tabular-nums">{{ other.clicks ?? words.results.notTold }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>
