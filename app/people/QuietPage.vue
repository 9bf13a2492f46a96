<script setup lang="ts">
import BrandMark from '~/frame/BrandMark.vue'

defineProps<{ title: string; intro?: string }>()
</script>

<!-- A page with one thing to do, before one is signed in. -->
<template>
  <div class="mx-auto grid min-h-full max-w-[400px] content-center gap-4 px-6 py-10">
    <BrandMark mark="Q" :ink="1" />
    <h1 class="serif text-[30px] leading-tight font-medium">{{ title }}</h1>
    <p v-if="intro" class="text-ink-2">{{ intro }}</p>
    <slot />
    <p>
      <NuxtLink class="text-small text-act underline underline-offset-2" to="/sign-in"
        ><slot name="back"
      /></NuxtLink>
    </p>
  </div>
</template>
