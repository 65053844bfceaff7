"""The operator's body: size, posture, joint loads and how long they can be borne. Estimates for adults."""
