#ifndef DREDGER_PUMP_PUMP_H
#define DREDGER_PUMP_PUMP_H

#include "base/units.h"

namespace dredger {

/** A pump that is run in steps. */
class Pump {
 public:
  void run(int steps);
  Flow flow() const;

 private:
  int steps_ = 0;
};

}  // namespace dredger

#endif  // DREDGER_PUMP_PUMP_H
