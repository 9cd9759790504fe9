<template><QuayNote /></template>
