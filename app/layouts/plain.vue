<template>
  <main class="h-full overflow-y-auto"><slot /></main>
</template>
