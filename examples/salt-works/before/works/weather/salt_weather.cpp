#include "weather/salt_weather.h"

#include "pan/salt_pan.h"

namespace salt {

Litres SaltWeather::dries(Hours hours) const {
  return sun_ * hours;
}

Litres SaltWeather::fills(Hours hours) const {
  Litres all = rain_ * hours;
  return all > SALT_MOST_RAIN ? SALT_MOST_RAIN : all;
}

}  // namespace salt
