<template>
  <p class="quay-note"><slot /></p>
</template>
