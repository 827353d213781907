#pragma once

#include <ostream>
#include <string>
#include <vector>

#include "base/salt_units.h"
#include "pan/salt_pan.h"
#include "vendor/lamp.h"

namespace salt {

// Litres as people read them.
std::string shown(Litres water);

// The board at the gate.
class SaltPanel {
 public:
  explicit SaltPanel(std::ostream& out) : out_(out) {}

  void show(const std::vector<SaltPan>& pans);

 private:
  std::ostream& out_;
  vendor::Lamp lamp_;
};

}  // namespace salt
