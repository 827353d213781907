#include "panel/salt_panel.h"

namespace salt {

std::string shown(Litres water) {
  return std::to_string(static_cast<int>(water + 0.5)) + " l";
}

void SaltPanel::show(const std::vector<SaltPan>& pans) {
  for (const SaltPan& pan : pans) {
    out_ << pan.told() << '\n';
    if (pan.isRipe()) {
      lamp_.on();
    }
  }
}

}  // namespace salt
