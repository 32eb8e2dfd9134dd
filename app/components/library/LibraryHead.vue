<template>
  <PartsHead stage="library"><slot /></PartsHead>
</template>
