<script setup lang="ts">
import { USUAL_WRITING } from '#shared/posts/docs'
import type { PostDoc, Writing } from '#shared/posts/types'
import type { ArticleFull } from '#shared/reading/types'
import * as words from '#shared/words'
import type { PlacingWish } from '~/schedule/usePlacing'
import type { AccountProof } from './usePostProofs'
import PlaceParts from './PlaceParts.vue'
import GoodUntilOffers from './GoodUntilOffers.vue'

/**
 * Where and when: pillar, the first place it would take, until when it is good, its language, what becomes of
 * its link.
 */
const props = defineProps<{
  chosen: AccountProof[]
  writing: Writing | null
  placing: PlacingWish
  readOnly: boolean
  article: ArticleFull | null
}>()
const doc = defineModel<PostDoc>({ required: true })
const labels = words.writing
const brand = useBrandStore()
const times = useTimes()
const field = (name: 'goodUntil' | 'notBefore') =>
  computed({
    get: () => times.toField(doc.value[name]),
    set: (typed: string) => (doc.value[name] = times.fromField(typed)),
  })
const goodUntil = field('goodUntil')
const notBefore = field('notBefore')
/** A pillar's own hashtags are put in where there are none yet. */
function takeHashtags(): void {
  const pillar = brand.view?.pillars.find(({ id }) => id === doc.value.pillarId)
  if (pillar && doc.value.hashtags.length === 0) doc.value.hashtags = [...pillar.hashtags]
}
/** Campaigns that go on, and the post's own. */
const campaigns = computed(() =>
  (brand.view?.campaigns ?? []).filter(({ id, endedAt }) => endedAt === null || id === doc.value.campaignId),
)
/**
 * What its posts start with is put in where nothing else is chosen. A post that went out somewhere is only
 * filed: in other words it would have to be approved anew.
 */
function takeCampaign(): void {
  const campaign = brand.view?.campaigns.find(({ id }) => id === doc.value.campaignId)
  if (!campaign || props.chosen.some(({ sentAt }) => sentAt !== null)) return
  doc.value.pillarId ??= campaign.pillarId
  const known = new Set(doc.value.hashtags.map((tag) => tag.toLowerCase()))
  doc.value.hashtags = [
    ...doc.value.hashtags,
    ...campaign.hashtags.filter((tag) => !known.has(tag.toLowerCase())),
  ]
}
const languages = Object.entries(words.wire.filters.languages)
/** When it goes out first, as far as that is known. */
const firstAt = computed(() => props.placing.places.value.flatMap(({ at }) => at ?? []).toSorted()[0] ?? null)
const rule = computed(() => (props.writing ?? USUAL_WRITING).linkRule.kind)
const row = 'grid grid-cols-[92px_minmax(0,1fr)] items-center gap-2 py-[7px] text-small'
const shape = 'min-w-0 w-full rounded border border-rule bg-sheet px-1 py-1 text-small text-ink'
</script>

<template>
  <section :aria-label="labels.whereAndWhen" class="grid">
    <h2 class="part-name mb-1">{{ labels.whereAndWhen }}</h2>
    <div class="divide-y divide-rule">
      <label :class="row"
        ><span class="text-ink-2">{{ labels.pillar }}</span>
        <select v-model="doc.pillarId" :disabled="readOnly" :class="shape" @change="takeHashtags">
          <option :value="null">{{ labels.noPillar }}</option>
          <option v-for="pillar in brand.view?.pillars ?? []" :key="pillar.id" :value="pillar.id">
            {{ pillar.name }}
          </option>
        </select>
      </label>
      <label v-if="campaigns.length > 0" :class="row"
        ><span class="text-ink-2">{{ labels.campaign }}</span>
        <select v-model="doc.campaignId" :disabled="readOnly" :class="shape" @change="takeCampaign">
          <option :value="null">{{ words.campaigns.none }}</option>
          <option v-for="one in campaigns" :key="one.id" :value="one.id">{{ one.name }}</option>
        </select>
      </label>
      <div v-if="!readOnly" :class="row">
        <span class="text-ink-2" aria-hidden="true">{{ labels.tags }}</span>
        <TagField
          v-model="doc.tags"
          hide-label
          :known="(brand.view?.tags ?? []).map(({ name }) => name)"
          :label="labels.tags"
        />
      </div>
      <p v-else-if="doc.tags.length > 0" :class="row">
        <span class="text-ink-2">{{ labels.tags }}</span><span>{{ doc.tags.join(', ') }}</span>
      </p>
      <PlaceParts v-if="!readOnly" :placing="placing" :chosen="chosen" :wordings="doc.wordings.length" />
      <div>
        <MomentField
          v-model="goodUntil"
          class="py-[7px] text-small"
          :label="labels.goodUntil"
          :disabled="readOnly"
          plain
        />
        <GoodUntilOffers
          v-if="!readOnly"
          :doc="doc"
          :article="article"
          :first-at="firstAt"
          @take="doc.goodUntil = $event"
        />
      </div>
      <MomentField
        v-model="notBefore"
        class="py-[7px] text-small"
        :label="labels.notBefore"
        :disabled="readOnly"
        plain
      />
      <label :class="row"
        ><span class="text-ink-2">{{ labels.language }}</span>
        <select v-model="doc.language" :disabled="readOnly" :class="shape">
          <option :value="null">{{ labels.languageOfBrand }}</option>
          <option v-for="[code, name] in languages" :key="code" :value="code">{{ name }}</option>
        </select>
      </label>
      <div v-if="doc.link" :class="row">
        <span class="text-ink-2">{{ labels.linkBecomes }}</span><span class="text-right">{{
          labels.rules[rule]
        }}</span>
      </div>
    </div>
  </section>
</template>
