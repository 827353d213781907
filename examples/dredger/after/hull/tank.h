#ifndef DREDGER_HULL_TANK_H
#define DREDGER_HULL_TANK_H

#include "pump/pump.h"

namespace dredger {

/** What is pumped goes here. */
class Tank {
 public:
  void fill(const Pump& pump, int minutes);
  int litres() const { return litres_; }

 private:
  int litres_ = 0;
};

}  // namespace dredger

#endif  // DREDGER_HULL_TANK_H
