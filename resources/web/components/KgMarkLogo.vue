<template>
  <svg class="logo" viewBox="0 0 10 10" aria-hidden="true">
    <path d="M0 0h2v4h2v2H2v4H0zM4 2h2v2H4zM6 0h4v2H6zM4 6h2v2H4z" />
    <path class="dot" d="M6 8h4v2H6z" />
  </svg>
</template>

<style scoped>
.logo {
  width: 20px;
  height: 20px;
  fill: var(--ink);
  flex: none;
}
.dot {
  fill: var(--accent);
}
</style>
