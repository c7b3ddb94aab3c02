<script setup lang="ts">
/** Every key, on one sheet. */
const open = defineModel<boolean>('open', { required: true })
const SHEET: [string, [string, string][]][] = [
  ['Anywhere on the Bench', [['Space', 'play and stop'], ['T', 'tap the tempo'], ['Ctrl Z', 'undo'], ['Ctrl Shift Z or Ctrl Y', 'redo'], ['A', 'add a part'], ['L', 'to the lanes'], ['S', 'staff'], ['G', 'compare with another groove'], ['?', 'this sheet']]],
  ['In the lanes: walking', [['← →', 'slot by slot'], ['↑ ↓', 'limb by limb'], ['Ctrl ← →', 'beat by beat'], ['Home, End', 'first and last slot'], ['N', 'next part of this limb']]],
  ['In the lanes: strokes', [['Enter', 'a stroke in an empty slot'], ['1 to 5', 'ghost, soft, plain, strong, accent'], ['K', 'next kind: rim shot, cross-stick, open, bell …'], ['P', 'next piece'], ['F', 'next ornament: flam, drag, ruff, double'], ['O, Shift O', 'open hat longer, shorter'], ['Shift ← →', 'move what is chosen by a slot'], ['Ctrl A', 'choose all of the part'], ['Delete', 'take out'], ['Escape', 'choose only the one stroke']]],
  ['With the mouse', [['press', 'a stroke in an empty slot; choose one that is there'], ['drag up, down', 'its level'], ['drag sideways', 'to another slot'], ['Shift press', 'choose several']]],
]
</script>

<template>
  <UModal v-model:open="open" title="Keys" description="The whole Bench works without a mouse." :ui="{ content: 'max-w-3xl bg-default' }">
    <template #body>
      <div class="grid grid-cols-2 gap-x-8 gap-y-5">
        <section v-for="[title, keys] in SHEET" :key="title">
          <h3 class="mb-1 text-base">{{ title }}</h3>
          <dl class="grid grid-cols-[8.5rem_1fr] gap-y-1 text-sm">
            <template v-for="[key, does] in keys" :key="key"><dt class="font-semibold">{{ key }}</dt><dd>{{ does }}</dd></template>
          </dl>
        </section>
      </div>
    </template>
  </UModal>
</template>
