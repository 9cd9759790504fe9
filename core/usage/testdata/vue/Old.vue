<template>
  <section>
    <sailing-row :seats.sync="seats" @pick.native="go" @pick="go" @drop="go(1)"> <!-- //= SailingRow element seats={seats} @seatsChange(1:*) @pick(1:at) @drop() #fare(1:price) #end #default -->
      <b slot="fare" slot-scope="{ price }">{{ price }}</b>
      <template slot="end">x</template>
      text
    </sailing-row>
    <later-on /> <!-- //= Hatch element -->
  </section>
</template>

<script>
import { SailingRow } from 'lib';
export default {
  components: { SailingRow, 'later-on': () => import('lib').then((m) => ({ default: m.Hatch })) },
  methods: { go(a) { return a.at; } },
};
</script>
