javac -d .out light/*.java && java -ea -cp .out light.NightTest; code=$?; rm -rf .out; exit $code
