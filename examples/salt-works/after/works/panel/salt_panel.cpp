#include "panel/salt_panel.h"

namespace salt {

void SaltPanel::show(const std::vector<SaltPan>& pans) {
  for (const SaltPan& pan : pans) {
    out_ << pan.told() << '\n';
    if (pan.isRipe()) {
      lamp_.on();
    }
  }
}

}  // namespace salt
