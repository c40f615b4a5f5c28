import {
  ElColorPicker,
  ElDialog,
  ElDropdown,
  ElDropdownItem,
  ElDropdownMenu,
  ElOption,
  ElPopover,
  ElProgress,
  ElSelect,
  ElSlider,
} from 'element-plus'
import 'element-plus/theme-chalk/el-color-picker.css'
import 'element-plus/theme-chalk/el-color-picker-panel.css'
import 'element-plus/theme-chalk/el-dialog.css'
import 'element-plus/theme-chalk/el-overlay.css'
import 'element-plus/theme-chalk/el-dropdown.css'
import 'element-plus/theme-chalk/el-dropdown-item.css'
import 'element-plus/theme-chalk/el-dropdown-menu.css'
import 'element-plus/theme-chalk/el-input-number.css'
import 'element-plus/theme-chalk/el-message.css'
import 'element-plus/theme-chalk/el-option.css'
import 'element-plus/theme-chalk/el-popover.css'
import 'element-plus/theme-chalk/el-popper.css'
import 'element-plus/theme-chalk/el-progress.css'
import 'element-plus/theme-chalk/el-scrollbar.css'
import 'element-plus/theme-chalk/el-select.css'
import 'element-plus/theme-chalk/el-slider.css'
import 'element-plus/theme-chalk/el-tag.css'
import './more-elements.css'

export { NumberField } from './number-field'

/** The parts the places of a scene use. */
export const MORE_ELEMENTS = [
  ElColorPicker,
  ElDialog,
  ElDropdown,
  ElDropdownItem,
  ElDropdownMenu,
  ElOption,
  ElPopover,
  ElProgress,
  ElSelect,
  ElSlider,
]

// What is closed costs nothing: by itself each keeps its panel in the page, and measures the page to place it.
for (const part of [ElColorPicker, ElDropdown, ElPopover, ElSelect]) part.props.persistent.default = false
