<template><lib-notice /></template>
