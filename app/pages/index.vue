<script setup lang="ts">
definePageMeta({ redirect: '/wire' })
</script>

<template><div /></template>
