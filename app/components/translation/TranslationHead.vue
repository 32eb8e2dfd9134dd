<template>
  <PartsHead stage="translation"><slot /></PartsHead>
</template>
