<script setup lang="ts">
import { BarChart, CustomChart, LineChart, ScatterChart } from 'echarts/charts'
import { GridComponent, MarkAreaComponent, MarkLineComponent, TooltipComponent } from 'echarts/components'
import { use, type EChartsCoreOption } from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'
import VChart from 'vue-echarts'

/** A chart as a picture: it says in words what it shows, and a table beside it holds every figure. */
defineProps<{ option: EChartsCoreOption; label: string; height: number }>()
use([BarChart, CustomChart, LineChart, ScatterChart, GridComponent, MarkAreaComponent, MarkLineComponent, TooltipComponent, SVGRenderer])
</script>

<template>
  <div role="img" :aria-label="label" :style="{ height: `${height}px` }">
    <VChart :option="option" :init-options="{ renderer: 'svg' }" :update-options="{ notMerge: true }" autoresize />
  </div>
</template>
