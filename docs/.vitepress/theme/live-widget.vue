<script setup>
import { onMounted, ref } from 'vue';
import { data as moulds } from '../../live.data.js';

const { name, language = '', density = '' } = defineProps(['name', 'language', 'density']);
const form = ref();
const preview = ref();

onMounted(async () => {
  await import('keen-mould/elements');
  const mould = moulds[name];
  Object.assign(form.value, { mould, language });
  Object.assign(preview.value, { mould, language, form: form.value });
  form.value.addEventListener('km-change', ({ detail: { values, below } }) => {
    Object.assign(preview.value, { values, below });
  });
});
</script>

<template>
  <div class="live">
    <km-form ref="form" :density="density"></km-form>
    <km-preview ref="preview"></km-preview>
  </div>
</template>

<style scoped>
.live { display: grid; gap: 24px; margin: 24px 0; }
.live km-form { max-height: 420px; overflow-y: auto; border: 1px solid var(--vp-c-divider); border-radius: 8px; padding: 16px; --km-paper: var(--vp-c-bg); }
</style>
