#pragma once

namespace salt {

// Brings the salt in. The men took it over.
class SaltRake {
 public:
  int strokes() const { return 12; }
};

}  // namespace salt
