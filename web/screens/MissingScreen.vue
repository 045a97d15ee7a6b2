<template>
  <div class="empty">
    <h2>There is no such place</h2>
    <p class="soft">
      The address may be from another version. <router-link to="/lineage">Go to the map.</router-link>
    </p>
  </div>
</template>
