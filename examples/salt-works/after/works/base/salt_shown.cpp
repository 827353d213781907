#include <string>

#include "base/salt_shown.h"
#include "base/salt_units.h"

namespace salt {

std::string shown(Litres water) {
  return std::to_string(static_cast<int>(water + 0.5)) + " l";
}

}  // namespace salt
