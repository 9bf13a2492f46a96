<script setup lang="ts">
import { ORDER_CREDITS, type OrderRule } from '#shared/orders/types'
import * as words from '#shared/words'
import HashtagField from '~/posts/HashtagField.vue'
import FlagField from './FlagField.vue'

/** What a post has besides its text. */
defineProps<{ isArticle: boolean }>()
const post = defineModel<OrderRule['post']>({ required: true })
const { form } = words.orders
const set = (patch: Partial<OrderRule['post']>): void => void (post.value = { ...post.value, ...patch })
const credits = ORDER_CREDITS.map((value) => ({ value, label: form.credits[value] }))
</script>

<template>
  <div class="grid gap-3">
    <div v-if="isArticle" class="grid gap-1">
      <FlagField
        :label="form.withLink"
        :model-value="post.withLink"
        @update:model-value="set({ withLink: $event })"
      />
      <FlagField
        v-if="post.withLink"
        class="ml-6"
        :label="form.withTitle"
        :model-value="post.withTitle"
        @update:model-value="set({ withTitle: $event })"
      />
      <FlagField
        :label="form.withPicture"
        :model-value="post.withPicture"
        @update:model-value="set({ withPicture: $event })"
      />
      <FlagField
        :label="form.usualHashtags"
        :model-value="post.usualHashtags"
        @update:model-value="set({ usualHashtags: $event })"
      />
    </div>
    <HashtagField
      sign
      :label="form.hashtags"
      :placeholder="form.hashtags"
      :model-value="post.hashtags"
      @update:model-value="set({ hashtags: $event })"
    />
    <ChoiceField
      v-if="isArticle"
      :label="form.credit"
      :model-value="post.credit"
      :choices="credits"
      @update:model-value="set({ credit: $event })"
    />
  </div>
</template>
