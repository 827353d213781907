#pragma once

namespace salt {

using Litres = double;
using Hours = int;

// How much of a whole, between nothing and all of it.
inline double share(double part, double whole) {
  return whole > 0 ? part / whole : 0;
}

}  // namespace salt
