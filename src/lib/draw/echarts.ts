import { LineChart, ScatterChart } from 'echarts/charts';
import { BrushComponent, GridComponent, MarkLineComponent } from 'echarts/components';
import { init, use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';

use([LineChart, ScatterChart, GridComponent, MarkLineComponent, BrushComponent, SVGRenderer]);
export { init };
