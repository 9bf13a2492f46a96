<script setup lang="ts">
import * as words from '#shared/words'
import PillarList from '~/people/PillarList.vue'

const brand = useBrandStore()
const list = ref<{ open: () => void } | null>(null)
</script>

<template>
  <div>
    <PartHead :title="words.setUp.parts.pillars" :intro="words.pillar.intro">
      <PlainButton v-if="brand.isOwner" kind="act" @click="list?.open()">{{ words.pillar.add }}</PlainButton>
    </PartHead>
    <PillarList ref="list" class="mx-6 mb-8" />
  </div>
</template>
