#pragma once

#include "base/salt_units.h"

namespace salt {

// Sea water on its way to salt.
class SaltBrine {
 public:
  SaltBrine(Litres water, double grams) : water_(water), grams_(grams) {}

  void lose(Litres water);
  void gain(Litres water);

  Litres water() const { return water_; }
  double strength() const { return share(grams_, water_); }

 private:
  Litres water_;
  double grams_;
};

}  // namespace salt
