#pragma once

#include <string>

#include "base/salt_units.h"

namespace salt {

// Litres as people read them.
std::string shown(Litres water);

}  // namespace salt
