<template>
  <PartsHead stage="settings"><slot /></PartsHead>
</template>
