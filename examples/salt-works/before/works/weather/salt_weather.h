#pragma once

#include "base/salt_units.h"

namespace salt {

// What the sky does to a pan.
class SaltWeather {
 public:
  SaltWeather(double sun, double rain) : sun_(sun), rain_(rain) {}

  Litres dries(Hours hours) const;
  Litres fills(Hours hours) const;

 private:
  double sun_;
  double rain_;
};

}  // namespace salt
