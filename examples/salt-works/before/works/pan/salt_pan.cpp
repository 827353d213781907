#include "pan/salt_pan.h"

#include "panel/salt_panel.h"

namespace salt {

void SaltPan::stand(Hours hours, const SaltWeather& weather) {
  brine_.gain(weather.fills(hours));
  brine_.lose(weather.dries(hours));
}

std::string SaltPan::told() const {
  return name_ + ": " + shown(brine_.water()) + (isRipe() ? ", ripe" : "");
}

}  // namespace salt
