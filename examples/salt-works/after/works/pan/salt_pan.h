#pragma once

#include <string>

#include "base/salt_units.h"
#include "brine/salt_brine.h"
#include "weather/salt_weather.h"

namespace salt {

// A flat bed in which brine dries.
class SaltPan {
 public:
  SaltPan(std::string name, SaltBrine brine) : name_(name), brine_(brine) {}

  void stand(Hours hours, const SaltWeather& weather);
  bool isRipe() const { return brine_.strength() > RIPE; }
  std::string told() const;

 private:
  static constexpr double RIPE = 0.26;

  std::string name_;
  SaltBrine brine_;
};

}  // namespace salt
