javac -d .out hire/*.java && java -ea -cp .out hire.JettyTest; code=$?; rm -rf .out; exit $code
