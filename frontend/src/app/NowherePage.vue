<template>
  <main class="nowhere">
    <h1>There is nothing here</h1>
    <p>The address may be old, or the row was taken away.</p>
    <RouterLink class="act next link" to="/">Go to the caseload</RouterLink>
  </main>
</template>

<style scoped>
.nowhere { max-width: 30rem; margin: 20vh auto; display: grid; gap: 1rem; }
.link { display: inline-grid; place-items: center; text-decoration: none; width: max-content; }
</style>
