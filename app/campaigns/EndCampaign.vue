<script setup lang="ts">
import { campaignRoutes } from '#shared/campaigns/routes'
import type { CampaignPage } from '#shared/campaigns/types'
import * as words from '#shared/words'

/** Ends a campaign, with or without what still stands in line for it. */
const props = defineProps<{ open: boolean; campaign: CampaignPage }>()
const emit = defineEmits<{ close: [] }>()
const labels = words.campaigns.end
const brand = useBrandStore()
const notices = useNoticesStore()
/** On how many accounts a post stands counts once. */
const planned = computed(() => new Set(props.campaign.planned.map(({ postId }) => postId)).size)
const isPlanned = computed(() => props.campaign.planned.length + props.campaign.comeRound > 0)
const takeOut = ref(true)
const busy = ref(false)
async function end(): Promise<void> {
  const { id, name, version } = props.campaign
  busy.value = true
  try {
    await brand.change(labels.done(name), () =>
      brand.call(campaignRoutes.end, { id, body: { version, takeOut: takeOut.value && isPlanned.value } }),
    )
    emit('close')
  } catch (error) {
    notices.complain(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <SideDialog :open="open" :title="labels.title(campaign.name)" place="middle" @close="emit('close')">
    <p>{{ labels.detail }}</p>
    <template v-if="isPlanned">
      <p v-if="planned > 0" class="mt-3">
        {{ labels.stillPlanned(planned) }}
      </p>
      <p v-if="campaign.comeRound > 0" class="mt-3">{{ labels.comeRound(campaign.comeRound) }}</p>
      <label class="mt-2 flex min-h-6 items-center gap-2"
        ><input v-model="takeOut" type="checkbox" class="accent-(--act)" />{{ labels.takeOut }}</label
      >
    </template>
    <template #actions>
      <PlainButton kind="act" :busy="busy" @click="end">{{ labels.yes }}</PlainButton>
      <PlainButton @click="emit('close')">{{ labels.no }}</PlainButton>
    </template>
  </SideDialog>
</template>
