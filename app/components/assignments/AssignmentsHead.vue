<template>
  <PartsHead stage="assignments"><slot /></PartsHead>
</template>
