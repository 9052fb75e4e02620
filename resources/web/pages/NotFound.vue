<template>
  <section class="lost">
    <div class="box" aria-hidden="true" />
    <div>
      <h1>There is no page here</h1>
      <p class="note">The address may be cut off. Everything starts from one of these.</p>
      <p class="row"><v-btn to="/compose" class="main">Compose</v-btn><v-btn to="/glyphs">Glyphs</v-btn></p>
    </div>
  </section>
</template>

<style scoped>
.lost {
  display: flex;
  gap: 20px;
  padding: 64px 48px;
}
.box {
  width: 84px;
  height: 84px;
  border: 1px dashed var(--edge);
}
.row {
  margin-top: 12px;
}
</style>
