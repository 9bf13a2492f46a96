<script setup lang="ts">
import type { PostEvent, PostView } from '#shared/posts/types'
import * as words from '#shared/words'

/** What was said and done about a post, newest last; and, for whoever may, its approval. */
const props = defineProps<{ view: PostView | null }>()
const emit = defineEmits<{ approve: []; sendBack: [note: string] }>()
const labels = words.desk
const times = useTimes()
const asking = ref(false)
const note = ref('')
const said = (event: PostEvent): string => labels.events[event.what](event.who ?? labels.somebody)
function send(): void {
  if (note.value.trim() === '') return
  asking.value = false
  emit('sendBack', note.value.trim())
  note.value = ''
}
// Also a draft that is in line already: it was changed there, and needs a word again.
const canSay = computed(
  () =>
    props.view !== null &&
    props.view.approval !== 'approved' &&
    (props.view.approval !== 'draft' || props.view.lines.length > 0),
)
</script>

<template>
  <section
    v-if="view && (view.events.length > 0 || canSay)"
    :aria-label="words.writing.history"
    class="grid gap-2"
  >
    <h2 class="part-name flex items-baseline justify-between">
      {{ words.writing.history }}
      <span
        class="font-sans text-small font-semibold not-italic"
        :class="
          { 'in-review': 'text-warn', approved: 'text-ok', 'sent-back': 'text-bad', draft: 'text-ink-2' }[
            view.approval
          ]
        "
        >{{ labels.approvals[view.approval] }}</span
      >
    </h2>
    <ol class="grid gap-1.5 text-small">
      <li v-for="event in view.events.slice(-5)" :key="event.at + event.what">
        <p>
          {{ said(event) }}
          <time class="text-ink-3" :datetime="event.at" :title="times.exact(event.at)">{{
            times.shortDayTime(event.at)
          }}</time>
        </p>
        <p v-if="event.note" class="border-l-2 border-edge pl-2 text-ink-2 wrap-anywhere" dir="auto">
          {{ event.note }}
        </p>
      </li>
    </ol>
    <div v-if="canSay && view.mayApprove && !asking" class="flex gap-1.5">
      <PlainButton @click="emit('approve')">{{ labels.approve }}</PlainButton>
      <PlainButton kind="quiet" @click="asking = true">{{ labels.sendBack }}</PlainButton>
    </div>
    <form v-if="asking" class="grid gap-1.5" @submit.prevent="send">
      <textarea
        v-model="note"
        rows="3"
        maxlength="2000"
        :aria-label="labels.sendBackHint"
        :placeholder="labels.sendBackHint"
        class="w-full rounded-md border border-edge bg-sheet px-2 py-1 text-small placeholder:text-ink-3"
      />
      <div class="flex gap-1.5">
        <PlainButton type="submit" :disabled="note.trim() === ''">{{ labels.sendBack }}</PlainButton>
        <PlainButton kind="quiet" @click="asking = false">{{ words.frame.back }}</PlainButton>
      </div>
    </form>
  </section>
</template>
