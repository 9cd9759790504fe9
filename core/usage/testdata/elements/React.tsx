export const A = () => <fare-tag tone="calm" onmoved-on={(event) => event.detail.by}><i slot="note" />x</fare-tag>; //= FareTagElement element tone="calm" @movedOn(1:by) #note #default
