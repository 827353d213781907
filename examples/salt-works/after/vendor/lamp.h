#pragma once

namespace vendor {

class Lamp {
 public:
  void on() { lit_ = true; }

 private:
  bool lit_ = false;
};

}  // namespace vendor
