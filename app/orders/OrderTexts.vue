<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { Plus, X } from '@lucide/vue'
import { draftingRoutes } from '#shared/drafting/routes'
import { faultOfPattern } from '#shared/orders/schemas'
import { orderRoutes } from '#shared/orders/routes'
import type { PatternTried } from '#shared/orders/types'
import { LIMITS } from '#shared/platform/limits'
import * as words from '#shared/words'
import FlagField from './FlagField.vue'

/** What its posts say: patterns, one a wording, with what they make of the newest articles. */
const props = defineProps<{ isArticle: boolean; mayDraft: boolean; errors: Record<string, string> }>()
const texts = defineModel<string[]>({ required: true })
/** Whether the first is drafted by the brand's model. */
const drafted = defineModel<boolean>('drafted', { required: true })
const labels = words.orders.text
const brand = useBrandStore()
const { data: drafting } = useBrandQuery(draftingRoutes.drafting, { changes: ['drafting'] })
/** The host of the brand's model; null as long as nobody knows. */
const model = computed(() => drafting.value?.host ?? null)
/** The wording that is tried: the one last written in. */
const at = ref(0)
const current = computed(() => texts.value[at.value] ?? texts.value[0] ?? '')
const fault = computed(() => faultOfPattern(current.value))
const tried = shallowRef<PatternTried[] | null>(null)
let latest = 0

const set = (index: number, text: string): void => {
  at.value = index
  texts.value = texts.value.map((one, position) => (position === index ? text : one))
}
const add = (): void => {
  texts.value = [...texts.value, '']
  at.value = texts.value.length - 1
}
const remove = (index: number): void => {
  texts.value = texts.value.filter((_, position) => position !== index)
  at.value = 0
}
const tryIt = async (): Promise<void> => {
  if (fault.value !== null || !props.isArticle) return
  const mine = ++latest
  const answer = await brand
    .call(orderRoutes.tryPattern, { body: { pattern: current.value } })
    .catch(() => null)
  if (answer && mine === latest) tried.value = answer
}
const soon = useDebounceFn(tryIt, 250)
watch(current, () => void soon(), { immediate: true })
</script>

<template>
  <section class="grid gap-2" :aria-label="labels.title">
    <h2 class="part-name">{{ labels.title }}</h2>
    <div v-for="(text, index) in texts" :key="index" class="relative">
      <TextField
        :label="labels.wording(index + 1)"
        :lines="3"
        :maxlength="LIMITS.orders.pattern"
        :model-value="text"
        :error="faultOfPattern(text) ?? errors[`rule.post.texts[${index}]`] ?? ''"
        @focus="at = index"
        @update:model-value="set(index, $event)"
      />
      <button
        v-if="texts.length > 1"
        type="button"
        class="absolute top-0 right-0 grid size-6 place-items-center text-ink-3 hover:text-bad"
        :aria-label="labels.removeWording(index + 1)"
        :title="labels.removeWording(index + 1)"
        @click="remove(index)"
      >
        <X :size="14" aria-hidden="true" />
      </button>
    </div>
    <p class="text-small text-ink-3">{{ isArticle ? labels.hint : labels.dateHint }}</p>
    <div v-if="isArticle && mayDraft">
      <FlagField v-model="drafted" :label="labels.drafted" />
      <p v-if="drafted" class="ml-6 text-small" :class="model === '' ? 'text-warn' : 'text-ink-3'">
        {{ model === '' ? labels.draftedNoModel : labels.draftedHint }}
      </p>
      <ErrorMessage :message="errors['rule.post.drafted'] ?? ''" />
    </div>
    <PlainButton v-if="texts.length < LIMITS.wordings" kind="quiet" class="justify-self-start" @click="add"
      ><Plus :size="14" aria-hidden="true" />{{ labels.addWording }}</PlainButton
    >
    <template v-if="isArticle">
      <h3 class="text-small font-semibold text-ink-2">{{ labels.tried }}</h3>
      <p v-if="!tried" class="text-small text-ink-3">{{ labels.trying }}</p>
      <p v-else-if="tried.length === 0" class="text-small text-ink-3">{{ labels.none }}</p>
      <ul v-else class="grid gap-2" :class="fault === null ? '' : 'opacity-50'" aria-live="polite">
        <li
          v-for="one in tried.slice(0, 2)"
          :key="one.articleId"
          class="border-l-2 border-rule pl-2.5"
          data-tried
        >
          <p class="text-small text-ink-3">
            <span class="line-clamp-1">{{ one.source }}: {{ one.title }}</span>
          </p>
          <p class="serif line-clamp-6 wrap-anywhere whitespace-pre-line" dir="auto">
            {{ one.text || labels.empty }}
          </p>
        </li>
      </ul>
    </template>
  </section>
</template>
