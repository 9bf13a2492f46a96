<script setup lang="ts">
import { campaignRoutes } from '#shared/campaigns/routes'
import { campaignSchema } from '#shared/campaigns/schemas'
import type { Campaign } from '#shared/campaigns/types'
import type { Undoable } from '#shared/platform/types'
import * as words from '#shared/words'
import HashtagField from '~/posts/HashtagField.vue'
import UsualPost from '~/posts/UsualPost.vue'
import { useCampaignDays } from './useCampaignDays'

/** A campaign that is made, or changed. */
const props = defineProps<{ open: boolean; campaign: Campaign | null }>()
const emit = defineEmits<{ close: []; made: [id: string]; removed: [] }>()
const labels = words.campaigns
const brand = useBrandStore()
const { today } = useCampaignDays()
const EMPTY = {
  ...{ name: '', aim: '', words: '', moreWords: '', from: '', to: '' as string | null },
  accountIds: null as string[] | null,
  pillarId: null as string | null,
  ink: 1,
  mark: '',
  hashtags: [] as string[],
  postsWanted: null as number | string | null,
  shareWanted: null as number | string | null,
  version: 1,
}
const form = useForm(campaignSchema, { ...EMPTY })
watch(
  () => props.open,
  (open) => {
    if (!open) return
    const { campaign } = props
    const free = ((brand.view?.campaigns.length ?? 0) % 8) + 1
    form.start(
      campaign
        ? { ...campaign, to: campaign.to ?? '', hashtags: [...campaign.hashtags] }
        : { ...EMPTY, from: today.value, ink: free, hashtags: [] },
    )
  },
  { immediate: true },
)
async function save(): Promise<void> {
  const { campaign } = props
  let id = campaign?.id ?? ''
  const done = await form.send((values) =>
    brand.change<Undoable>(campaign ? words.notices.saved : words.notices.added(values.name), async () => {
      if (campaign) return brand.call(campaignRoutes.edit, { id, body: values })
      const made = await brand.call(campaignRoutes.add, { body: values })
      id = made.id
      return made
    }),
  )
  if (!done) return
  emit('close')
  if (!campaign) emit('made', id)
}
async function remove(): Promise<void> {
  const { id, name } = props.campaign!
  const done = await form.send(() =>
    brand.change(words.notices.removed(name), () => brand.call(campaignRoutes.remove, { id })),
  )
  if (!done) return
  emit('close')
  emit('removed')
}
</script>

<template>
  <SideDialog :open="open" :title="campaign ? labels.editTitle : labels.newTitle" @close="emit('close')">
    <form id="campaign-form" class="grid gap-4" novalidate @submit.prevent="save">
      <TextField
        v-model="form.values.name"
        :label="labels.fields.name"
        :error="form.errors.value.name"
        @leave="form.leave('name')"
      />
      <TextField
        v-model="form.values.aim"
        :lines="2"
        :label="labels.fields.aim"
        :hint="labels.fields.aimHint"
        :error="form.errors.value.aim"
        @leave="form.leave('aim')"
      />
      <div class="grid grid-cols-2 gap-3">
        <TextField
          v-model="form.values.from"
          type="date"
          :label="labels.fields.from"
          :error="form.errors.value.from"
          @leave="form.leave('from')"
        />
        <TextField
          v-model="form.values.to"
          type="date"
          :label="labels.fields.to"
          :hint="labels.fields.toHint"
          :error="form.errors.value.to"
          @leave="form.leave('to')"
        />
      </div>
      <TextField
        v-model="form.values.words"
        :label="labels.fields.words"
        :hint="labels.fields.wordsHint"
        :error="form.errors.value.words"
        @leave="form.leave('words')"
      />
      <TextField
        v-model="form.values.moreWords"
        :label="labels.fields.moreWords"
        :hint="labels.fields.moreWordsHint"
        :error="form.errors.value.moreWords"
        @leave="form.leave('moreWords')"
      />
      <div class="grid grid-cols-2 gap-3">
        <TextField
          v-model="form.values.postsWanted"
          inputmode="numeric"
          :label="labels.fields.postsWanted"
          :error="form.errors.value.postsWanted"
          @leave="form.leave('postsWanted')"
        />
        <TextField
          v-model="form.values.shareWanted"
          inputmode="numeric"
          :label="labels.fields.shareWanted"
          :hint="labels.fields.shareHint"
          :error="form.errors.value.shareWanted"
          @leave="form.leave('shareWanted')"
        />
      </div>
      <InkField v-model="form.values.ink" :label="labels.fields.ink" />
      <HashtagField
        v-model="form.values.hashtags"
        sign
        :label="labels.fields.hashtags"
        :placeholder="labels.fields.hashtags"
      />
      <TextField
        v-model="form.values.mark"
        :label="labels.fields.mark"
        :hint="labels.fields.markHint"
        :error="form.errors.value.mark"
        @leave="form.leave('mark')"
      />
      <UsualPost
        v-model:pillar-id="form.values.pillarId"
        v-model:account-ids="form.values.accountIds"
        :hint="labels.usual"
      />
      <ErrorMessage :message="form.problem.value" />
    </form>
    <template #actions>
      <PlainButton kind="act" type="submit" form="campaign-form" :busy="form.busy.value">{{
        campaign ? words.frame.save : labels.add
      }}</PlainButton>
      <PlainButton v-if="campaign" @click="remove">{{ words.frame.remove }}</PlainButton>
    </template>
  </SideDialog>
</template>
