#include "pump/pump.h"

#include "base/limits.h"

namespace dredger {

void Pump::run(int steps) { steps_ = clamped(steps, 40); }

Flow Pump::flow() const { return Flow{steps_ * 30}; }

}  // namespace dredger
