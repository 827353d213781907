#ifndef SALTMARSH_DRIVER_PAPER_FEED_H
#define SALTMARSH_DRIVER_PAPER_FEED_H

#include "label_press.h"

namespace saltmarsh {

/** Moves the paper of the press, and knows how much of it is left. */
class PaperFeed {
 public:
  void advance(int millimetres);
  bool has_paper_for(const Label& label) const;

 private:
  int left_ = 400;
};

}  // namespace saltmarsh

#endif  // SALTMARSH_DRIVER_PAPER_FEED_H
