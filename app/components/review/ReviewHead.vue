<template>
  <PartsHead stage="review"><slot /></PartsHead>
</template>
